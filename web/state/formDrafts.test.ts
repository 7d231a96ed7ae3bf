import { describe, expect, it } from 'vitest';
import { asTypedBefore, type FormDraft, withDraft } from './formDrafts.ts';

const at = (atMs: number, values: Record<string, unknown> = {}): FormDraft => ({ values, revision: 1, atMs });

describe('what was typed into a form and not sent', () => {
  it('comes back as it was typed, where the form still asks for it so', () => {
    const values = { size: '5 l', lot: '', lines: [{ count: '1' }], dial: { name: '' }, open: false };
    const typed = {
      size: '5',
      lines: [{ count: 'two' }, { count: '3' }],
      dial: { name: 'lean' },
      open: true,
    };
    expect(asTypedBefore(values, at(0, typed))).toEqual({ ...values, ...typed });
    const other = { size: 5, lines: 'none', dial: { names: [] }, gone: 'x', lot: null };
    expect(asTypedBefore(values, at(0, other))).toEqual(values);
    expect(asTypedBefore(values, undefined)).toBe(values);
  });

  it('never keeps a PIN', () => {
    expect(withDraft({}, 'a', at(0, { name: 'Noor', pin: '4821', newPin: '1' })).a?.values).toEqual({
      name: 'Noor',
    });
  });

  it('is let go after a week, and of many the oldest go', () => {
    const day = 24 * 3_600_000;
    const old = { old: at(0), week: at(1.5 * day) };
    expect(Object.keys(withDraft(old, 'new', at(8 * day)))).toEqual(['new', 'week']);
    let drafts: Record<string, FormDraft> = {};
    for (let i = 0; i < 60; i++) drafts = withDraft(drafts, `form ${i}`, at(i));
    expect(Object.keys(drafts)).toHaveLength(40);
    expect(drafts['form 20']).toBeDefined();
    expect(drafts['form 19']).toBeUndefined();
  });
});
