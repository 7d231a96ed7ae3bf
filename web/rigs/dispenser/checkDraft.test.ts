import { describe, expect, it } from 'vitest';
import type { Line, LineCheck, Tip } from '#contract/dispensers.ts';
import { bandOfLine, lineFit, targetOf } from '#core/delivery/lineFit.ts';
import { fractionOfRatio } from '#core/delivery/meteringTip.ts';
import { entry, of } from '../../bench/mix/madeUpEquipment.ts';
import { saidOf } from '../../lib/saidOf.ts';
import { type CheckDraft, checkResult, type FillTyped, FRESH_FILL } from './checkDraft.ts';
import { checkInWords, dueInWords, ratioInWords } from './lineWords.ts';

const product = of('citrusPreWash', [entry(1, '1:50', 'preWash'), entry(2, '1:20', 'preWash')], {
  gPerMl: 1.02,
});
const line: Line = {
  id: 2,
  code: 'L-2',
  deviceId: 3,
  deviceName: 'Wall dispenser',
  name: 'Middle line',
  footValve: true,
  checkDays: 30,
  pail: { id: 3, code: 'P-3', productId: 1, productName: 'Product 1', heldUl: 4_000_000, onHold: null },
  tip: { id: 3, name: 'wide', diameterMm: 0.9 },
  target: { notation: 'parts', water: 30 },
  check: null,
  due: 'never',
  retired: false,
  revision: 1,
};
const check = (
  tipId: number,
  diameterMm: number,
  ratio: number,
  more: Partial<LineCheck> = {},
): LineCheck => ({
  id: tipId,
  productId: 1,
  productName: 'Product 1',
  tipId,
  tipName: `tip ${tipId}`,
  diameterMm,
  method: 'volume',
  ratio,
  u: 0.02,
  from: ratio * 0.95,
  to: ratio * 1.05,
  verdict: { verdict: 'use', found: 'steady', ratio: 22, before: null, suspects: [] },
  runs: [],
  at: '2026-04-12T15:25:00Z',
  personName: 'Odo Marsh',
  withdrawnAt: null,
  withdrawnBy: null,
  ...more,
});
const tip = (id: number, diameterMm: number): Tip => ({
  id,
  deviceId: 3,
  name: `tip ${id}`,
  diameterMm,
  retired: false,
  revision: 1,
});
const fill = (more: Partial<FillTyped>): FillTyped => ({ ...FRESH_FILL, ...more });
const result = (draft: CheckDraft, checks: LineCheck[] = [], of = product) =>
  checkResult(draft, line, of, checks, 'metric');

describe('a verification as it is typed', () => {
  it('weighs the pail: 93.6 g lighter at 1.02 g/ml for 2 L is 1:20.8', () => {
    const {
      body,
      usedUl,
      result: found,
    } = result({
      method: 'scale',
      runs: [
        fill({ beforeG: '13139.5', afterG: '13045.9', collected: '2 l', productSource: 'simulated' }),
        FRESH_FILL,
      ],
    });
    expect(body?.runs).toEqual([
      {
        totalUl: 2_000_000,
        used: { kind: 'weight', beforeG: 13_139.5, afterG: 13_045.9 },
        source: 'simulated',
      },
    ]);
    expect(usedUl).toBe(91_765);
    expect(found?.mean).toBeCloseTo(20.79, 2);
    expect(found?.verdict.verdict).toBe('use');
  });

  it.each<[CheckDraft['method'], Partial<FillTyped>, keyof FillTyped]>([
    ['scale', { beforeG: '13139', collected: 'zz ?', afterG: '13045' }, 'collected'],
    ['scale', { beforeG: 'kg', collected: '2 l', afterG: '13045' }, 'beforeG'],
    ['scale', { beforeG: '13139', collected: '2 l', afterG: 'light' }, 'afterG'],
    ['volume', { collected: '2 l', product: 'some' }, 'product'],
  ])('by %s, %j is refused at its field', (method, typed, field) => {
    expect(result({ method, runs: [fill(typed)] }).runs[0]?.run).toMatchObject({ ok: false, at: field });
  });

  it('or draws from a measure, and judges by what the tip gave before', () => {
    const draft: CheckDraft = {
      method: 'volume',
      runs: [fill({ collected: '2 l', product: '87 ml' }), fill({ collected: '2 l', product: '88 ml' })],
    };
    expect(result(draft).result).toMatchObject({ runs: 2, verdict: { verdict: 'use' } });
    expect(result(draft, [check(3, 0.9, 14)]).result?.verdict).toMatchObject({
      verdict: 'fault',
      suspects: ['air', 'tip', 'footValve', 'pressure'],
    });
    expect(
      result(draft, [check(3, 0.9, 14, { withdrawnAt: '2026-04-13T08:00:00Z' })]).result?.verdict.verdict,
    ).toBe('use');
  });

  it('holds a line that was mended against what it gave before the fault', () => {
    const draft: CheckDraft = { method: 'volume', runs: [fill({ collected: '2 l', product: '87 ml' })] };
    const fault = check(3, 0.9, 35, {
      id: 9,
      verdict: { verdict: 'fault', found: 'steady', ratio: 22, before: null, suspects: ['air'] },
    });
    expect(result(draft, [fault, check(3, 0.9, 22)]).result?.verdict.verdict).toBe('use');
    expect(result(draft, [check(3, 0.9, 35), check(3, 0.9, 22)]).result?.verdict.verdict).toBe('fault');
  });

  it.each([
    [{ beforeG: '13000', afterG: '13100', collected: '2 l' }, 'pail.heavier', 'no lighter'],
    [{ beforeG: 'heavy', afterG: '13100', collected: '2 l' }, 'mass.unit', 'Pail before is'],
    [{ beforeG: '13000', afterG: '12900', collected: 'much' }, 'volume.noNumber', 'Collected'],
    [{ beforeG: '13000', afterG: '10000', collected: '2 l' }, 'line.overTotal', 'as much as came out'],
  ])('refuses %o as %s', (typed, code, words) => {
    const found = result({ method: 'scale', runs: [fill(typed)] });
    const ratio = found.runs[0]?.ratio;
    expect(ratio).toMatchObject({ ok: false, code });
    expect(saidOf(ratio).reason).toContain(words);
    expect(found.body).toBeNull();
  });

  it('tells no volume from grams where nobody entered how heavy the product is', () => {
    const light = { ...product, gPerMl: null };
    const found = result(
      { method: 'scale', runs: [fill({ beforeG: '13000', afterG: '12900', collected: '2 l' })] },
      [],
      light,
    );
    expect(found.runs[0]?.ratio).toMatchObject({
      ok: false,
      code: 'density.unknown',
    });
  });
});

describe('which tip a line wants', () => {
  const tips = [tip(1, 0.6), tip(2, 0.75), tip(3, 0.9), tip(4, 1.3)];
  const checks = [check(3, 0.9, 22), check(1, 0.6, 48)];
  const target = targetOf(line);
  const band = bandOfLine(product, target);

  it('is the one whose worked-out ratio comes nearest: 0.75 mm between 1:48 and 1:22, for 1:30', () => {
    const fit = lineFit(1, checks, tips, target, band);
    expect(fit?.raw).toBeCloseTo(1.9241, 4);
    expect(fit?.recommended).toMatchObject({ ok: true, value: { tip: { id: 2 } } });
    const gives = fit?.recommended?.ok ? fit.recommended.value.gives : null;
    expect(gives?.ratio).toBeCloseTo(31.24, 2);
    expect(band?.most).toBeCloseTo(fractionOfRatio(20), 12);
  });

  it('takes the newest of each tip, with this product, and none that found a fault or was taken back', () => {
    const newer = [
      check(3, 0.9, 21, { id: 9 }),
      ...checks,
      check(2, 0.75, 99, {
        verdict: { verdict: 'fault', found: 'steady', ratio: 22, before: null, suspects: [] },
      }),
      check(4, 1.3, 10, { withdrawnAt: '2026-04-13T08:00:00Z' }),
      check(4, 1.3, 10, { productId: 7 }),
    ];
    expect(lineFit(1, newer, tips, target, band)?.measured.map((m) => [m.tipId, m.ratio])).toEqual([
      [1, 48],
      [3, 21],
    ]);
    expect(lineFit(5, checks, tips, target, band)).toBeNull();
  });
});

describe('a line in words', () => {
  it('says what it gives and what has to be done first', () => {
    expect(ratioInWords(31.259)).toBe('1:31.3');
    expect(checkInWords({ ratio: 22, from: 20.9, to: 23.1, runs: [1, 2, 3] as never })).toBe(
      '1:22, 1:20.9 to 1:23.1, by 3 fills',
    );
    expect(checkInWords({ ratio: 22, from: null, to: null, runs: [] })).toBe(
      '1:22 by one fill, a tenth either way',
    );
    expect(dueInWords(line)).toBe('Not verified with this product and this tip.');
    expect(dueInWords({ ...line, due: 'overdue' })).toBe('Verified more than 30 days ago.');
    expect(dueInWords({ ...line, due: null })).toBeNull();
    const fault = check(3, 0.9, 22, {
      verdict: { verdict: 'fault', found: 'steady', ratio: 22, before: null, suspects: [] },
    });
    expect(dueInWords({ ...line, due: null, check: fault })).toContain('nobody fills from it');
  });
});
