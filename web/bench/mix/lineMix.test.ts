import { describe, expect, it } from 'vitest';
import type { Line, LineCheck } from '#contract/dispensers.ts';
import { ALL_UNKNOWN } from '#core/safety/traits.ts';
import { saidOf } from '../../lib/saidOf.ts';
import { EMPTY_DRAFT, type Question } from './benchDraft.ts';
import type { Equipment } from './equipment.ts';
import { lineMix } from './lineMix.ts';
import { equipment, product, sized, vessel } from './madeUpEquipment.ts';

const check = (ratio: number, verdict: LineCheck['verdict']['verdict'] = 'use'): LineCheck => ({
  id: 1,
  productId: 1,
  productName: 'Product 1',
  tipId: 3,
  tipName: 'wide',
  diameterMm: 0.9,
  method: 'volume',
  ratio,
  u: 0.02,
  from: null,
  to: null,
  verdict: { verdict, found: 'steady', ratio: 22, before: null, suspects: [] },
  runs: [],
  at: '2026-04-12T15:25:00Z',
  personName: 'Odo Marsh',
  withdrawnAt: null,
  withdrawnBy: null,
});
const line = (id: number, change: Partial<Line> = {}): Line => ({
  id,
  code: `L-${id}`,
  deviceId: 3,
  deviceName: 'Wall dispenser',
  name: `Line ${id}`,
  footValve: true,
  checkDays: 30,
  pail: { id: 3, code: 'P-3', productId: 1, productName: 'Product 1', heldUl: 4_000_000, onHold: null },
  tip: { id: 3, name: 'wide', diameterMm: 0.9 },
  target: { notation: 'parts', water: 20 },
  check: check(19),
  due: null,
  retired: false,
  revision: 1,
  ...change,
});
const lines = [line(1, { pail: null, check: null }), line(2, { check: null, due: 'never' }), line(3)];
const bucket = sized('bucket', { brimfulUl: 20_000_000, fillLimitUl: 18_000_000, smallestUl: 1_000_000 });
const at = (draft: Partial<Question<'line'>>, change: Partial<Equipment> = {}, all = lines) =>
  lineMix({ ...EMPTY_DRAFT, mode: 'line', vesselId: 1, ...draft }, all, {
    ...equipment,
    vessels: bucket,
    ...change,
  });

describe('a fill from the wall dispenser', () => {
  it('is from a verified line where nobody chose, up to the fill limit, and holds what was measured', () => {
    const mix = at({});
    expect(mix.lines.map((l) => l.id)).toEqual([2, 3]);
    expect(mix.line?.id).toBe(3);
    expect(mix.given).toBeCloseTo(0.05, 12);
    expect(mix.fill).toEqual({ lineUl: 18_000_000, productUl: 900_000, addUl: 0, totalUl: 18_000_000 });
    expect(mix.body).toMatchObject({ lineId: 3, vesselId: 1, strength: null });
  });

  it('is let down with water where it is to be weaker', () => {
    const mix = at({ makeText: '4 l', weakerText: '1:39' });
    expect(mix.fill).toMatchObject({ lineUl: 2_000_000, addUl: 2_000_000, productUl: 100_000 });
    expect(mix.body?.strength).toEqual({ notation: 'parts', water: 39 });
    expect(mix.body?.shown).toEqual({ lineUl: 2_000_000, productUl: 100_000, addUl: 2_000_000 });
  });

  it.each<[string, Partial<Question<'line'>>, 'total' | 'strength', string]>([
    [
      'stronger than the line',
      { weakerText: '1:9' },
      'strength',
      'The line gives 1:19, which is weaker than that.',
    ],
    ['no strength', { weakerText: 'weak' }, 'strength', 'Strength'],
    [
      'more than the bucket',
      { makeText: '30 l' },
      'total',
      'over this vessel’s fill limit'.replace('’', "'"),
    ],
    ['no amount', { makeText: 'full' }, 'total', 'How much to make'],
    ['hardly anything', { makeText: '0.001 ml' }, 'total', 'no measurable product'],
  ])('refuses %s at its field, and books nothing', (_, draft, field, words) => {
    const mix = at(draft);
    expect(saidOf(mix.refusals[field]).reason).toContain(words);
    expect(saidOf(mix.refusals[field]).remedy).not.toBe('');
    expect(mix.body).toBeNull();
  });

  it('is not from a line nobody verified, or one with a fault', () => {
    expect(at({ lineId: 2 })).toMatchObject({ given: null, fill: null, body: null });
    const faulty = at({ lineId: 4 }, {}, [...lines, line(4, { check: check(19, 'fault') })]);
    expect(faulty).toMatchObject({ given: null, fill: null, body: null });
    expect(at({ lineId: 5 }, {}, [...lines, line(5, { check: check(30, 'retip') })]).body).not.toBeNull();
  });

  it('is not more than the pail holds', () => {
    const short = [
      line(3, {
        pail: { id: 3, code: 'P-3', productId: 1, productName: 'Product 1', heldUl: 50_000, onHold: null },
      }),
    ];
    const mix = at({}, {}, short);
    expect(saidOf(mix.refusals.stock).reason).toContain('P-3 holds 50 ml');
    expect(mix.body).toBeNull();
    expect(at({ makeText: '1 l' }, {}, short).body).not.toBeNull();
  });

  it('keeps apart what must not meet, and who may not mix', () => {
    const acid = { ...product(1, 'concentrate'), traits: ALL_UNKNOWN };
    const held = { ...(bucket[0] ?? vessel), held: [{ productId: 9, productName: 'Bleach' }] };
    const met = at({}, { products: [acid], vessels: [held] });
    expect(met.refusals.vessel?.code).toBe('safety.unknown');
    expect(met.body).toBeNull();
    const care = { ...acid.record.care, signOff: true, acknowledge: true };
    const guarded = { ...acid, record: { ...acid.record, care } };
    const mix = at({}, { products: [guarded] });
    expect(mix.refusals.product?.code).toBe('safety.notSignedOff');
    const signed = at({}, { products: [guarded], signedOff: [1] });
    expect(signed).toMatchObject({ asksForWord: true, refusals: {} });
    expect(signed.body).not.toBeNull();
  });

  it('has nothing to say where no line has a pail', () => {
    expect(at({}, {}, [line(1, { pail: null, check: null })])).toMatchObject({
      lines: [],
      line: null,
      fill: null,
      body: null,
    });
  });
});
