import { describe, expect, it } from 'vitest';
import type { LaidMix, LaidOn } from './laid.ts';
import { RULES, rulesFor } from './rules.ts';
import { ALL_UNKNOWN, TRAITS, type Trait, type Traits } from './traits.ts';

const NONE = Object.fromEntries(TRAITS.map((t) => [t, 'no'])) as Record<Trait, 'no'>;
const MIX: LaidMix = {
  use: 'other',
  family: 'other',
  traits: NONE,
  effect: 'keeps',
  film: 'trigger',
  ph: 7,
  thinned: false,
  pressure: false,
  asksSignOff: false,
  signedOff: true,
};
const ON: LaidOn = {
  wheels: false,
  glass: false,
  brakes: [],
  finishes: [],
  protection: 'none',
  specials: [],
  stripped: false,
  glazing: 'glass',
  paint: false,
  level: 1,
  grit: false,
  closed: false,
};
type Case = [mix: Partial<LaidMix>, on: Partial<LaidOn>];
const traits = (more: Partial<Traits>): Traits => ({ ...NONE, ...more });
const ceramic: Partial<LaidOn> = { wheels: true, brakes: ['disc', 'carbonCeramic'], finishes: ['painted'] };
const painted: Partial<LaidOn> = { wheels: true, brakes: ['disc'], finishes: ['painted'] };
const chrome: Partial<LaidOn> = { wheels: true, brakes: ['disc'], finishes: ['chrome'] };

/** Each rule: what it holds for, and the nearest thing it doesn't. */
const CASES: Record<string, { holds: Case; not: Case }> = {
  thinnedReadyToUse: { holds: [{ thinned: true }, {}], not: [{ thinned: false }, {}] },
  fluorideMist: {
    holds: [{ film: 'pumpSprayer', traits: traits({ fluoride: 'yes' }) }, {}],
    not: [{ film: 'gel', traits: traits({ fluoride: 'yes' }) }, {}],
  },
  fluorideNotSignedOff: {
    holds: [{ film: 'gel', traits: traits({ fluoride: 'yes' }), signedOff: false }, {}],
    not: [{ film: 'gel', traits: traits({ fluoride: 'yes' }), signedOff: true }, {}],
  },
  notSignedOff: {
    holds: [{ asksSignOff: true, signedOff: false }, {}],
    not: [{ asksSignOff: false, signedOff: false }, {}],
  },
  waterlessGrit: {
    holds: [{ use: 'waterlessWash' }, { level: 3 }],
    not: [{ use: 'waterlessWash' }, { level: 2 }],
  },
  solventIndoors: {
    holds: [{ use: 'tar', traits: traits({ solvent: 'yes' }) }, { closed: true }],
    not: [{ use: 'tar', traits: traits({ solvent: 'yes' }) }, { closed: false }],
  },
  slipOnBrakes: {
    holds: [{ use: 'dryingAid', effect: 'adds' }, painted],
    not: [{ use: 'shampoo', effect: 'adds' }, painted],
  },
  waterlessGrime: {
    holds: [{ use: 'waterlessWash' }, { level: 2 }],
    not: [{ use: 'waterlessWash' }, { level: 1 }],
  },
  plasticGlazing: {
    holds: [{ use: 'panelWipe' }, { glass: true, glazing: 'plastic' }],
    not: [{ use: 'panelWipe' }, { glass: true, glazing: 'glass' }],
  },
  freshPaint: {
    holds: [{ use: 'clayLubricant' }, { paint: true, specials: ['freshPaint'] }],
    not: [{ use: 'shampoo' }, { paint: true, specials: ['freshPaint'] }],
  },
  freshCoating: {
    holds: [{ ph: 9.5 }, { paint: true, specials: ['freshCoating'] }],
    not: [{ ph: 8 }, { paint: true, specials: ['freshCoating'] }],
  },
  freshFilm: {
    holds: [{ pressure: true }, { paint: true, specials: ['freshFilm'] }],
    not: [{ pressure: false }, { paint: true, specials: ['freshFilm'] }],
  },
  protectsBrakes: {
    holds: [{ use: 'shampoo', effect: 'adds' }, painted],
    not: [{ use: 'shampoo', effect: 'keeps' }, painted],
  },
  acidFloor: { holds: [{ traits: traits({ acid: 'yes' }) }, {}], not: [{}, {}] },
  anodisedTrim: {
    holds: [{ traits: traits({ strongAlkali: 'yes' }) }, { paint: true }],
    not: [{ traits: traits({ strongAlkali: 'yes' }) }, painted],
  },
  coloursTheTowel: {
    holds: [{ use: 'shampoo' }, { paint: true, specials: ['singleStage'] }],
    not: [{ use: 'foam' }, { paint: true, specials: ['singleStage'] }],
  },
  foamUnderWipers: { holds: [{ film: 'foam' }, { glass: true }], not: [{ film: 'foam' }, {}] },
  acidFoam: {
    holds: [{ film: 'foam', traits: traits({ acid: 'yes' }) }, {}],
    not: [{ film: 'saturation', traits: traits({ acid: 'yes' }) }, {}],
  },
  alkaliFoam: {
    holds: [{ film: 'foam', traits: traits({ strongAlkali: 'usuallyYes' }) }, {}],
    not: [{ film: 'foam', traits: traits({ strongAlkali: 'usuallyNo' }) }, {}],
  },
  fluorideGlass: {
    holds: [{ traits: traits({ fluoride: 'yes' }) }, { glass: true }],
    not: [{ traits: traits({ fluoride: 'yes' }) }, { glass: false }],
  },
  acidOnMetal: {
    holds: [{ traits: traits({ acid: 'yes' }) }, ceramic],
    not: [{ traits: traits({ acid: 'yes' }) }, painted],
  },
  alkaliOnMetal: {
    holds: [{ traits: traits({ strongAlkali: 'yes' }) }, { ...painted, finishes: ['anodised'] }],
    not: [{ traits: traits({ strongAlkali: 'yes' }) }, painted],
  },
  ironOnMetal: { holds: [{ use: 'iron' }, ceramic], not: [{ use: 'iron' }, painted] },
  fluorideChrome: {
    holds: [{ traits: traits({ fluoride: 'yes' }) }, chrome],
    not: [{ traits: traits({ fluoride: 'yes' }) }, painted],
  },
  acidChrome: {
    holds: [{ traits: traits({ acid: 'yes' }) }, chrome],
    not: [{ traits: traits({ acid: 'yes' }) }, painted],
  },
  stripsProtection: {
    holds: [{ use: 'shampoo', effect: 'strips' }, { protection: 'wax' }],
    not: [
      { use: 'shampoo', effect: 'strips' },
      { protection: 'wax', stripped: true },
    ],
  },
  mayStrip: {
    holds: [{ use: 'foam', effect: 'unknown' }, { protection: 'sealant' }],
    not: [{ use: 'foam', effect: 'unknown' }, { protection: 'none' }],
  },
  tarSolvent: {
    holds: [{ use: 'tar', traits: traits({ solvent: 'yes' }) }, { protection: 'film' }],
    not: [{ use: 'tar', traits: traits({ solvent: 'yes' }) }, { protection: 'wax' }],
  },
  clayOnSoftPaint: {
    holds: [{ use: 'clayLubricant' }, { specials: ['singleStage'] }],
    not: [{ use: 'clayLubricant' }, { specials: ['tiredSeals'] }],
  },
  pressureOnSeals: {
    holds: [
      { use: 'foam', pressure: true },
      { paint: true, specials: ['tiredSeals'] },
    ],
    not: [
      { use: 'foam', pressure: false },
      { paint: true, specials: ['tiredSeals'] },
    ],
  },
  glossOnMatt: {
    holds: [{ effect: 'adds' }, { specials: ['matt'] }],
    not: [{ effect: 'keeps' }, { specials: ['matt'] }],
  },
  protectsBeforeCoating: {
    holds: [{ effect: 'adds' }, { stripped: true }],
    not: [{ effect: 'adds' }, { stripped: false }],
  },
};
const found = ([mix, on]: Case) => rulesFor({ ...MIX, ...mix }, { ...ON, ...on });

/** What nobody may do, what a manager answers for, and what is minded: stated here a second time, so that no stop softens. */
const VERDICTS = {
  stop: [
    'acidFoam',
    'fluorideGlass',
    'fluorideMist',
    'fluorideNotSignedOff',
    'slipOnBrakes',
    'solventIndoors',
    'thinnedReadyToUse',
    'waterlessGrit',
  ],
  override: [
    'acidOnMetal',
    'alkaliFoam',
    'alkaliOnMetal',
    'clayOnSoftPaint',
    'fluorideChrome',
    'freshCoating',
    'freshFilm',
    'freshPaint',
    'glossOnMatt',
    'ironOnMetal',
    'notSignedOff',
    'plasticGlazing',
    'pressureOnSeals',
    'stripsProtection',
    'tarSolvent',
    'waterlessGrime',
  ],
  caution: [
    'acidChrome',
    'acidFloor',
    'anodisedTrim',
    'coloursTheTowel',
    'foamUnderWipers',
    'mayStrip',
    'protectsBeforeCoating',
    'protectsBrakes',
  ],
};

describe('the rules of what is laid on what', () => {
  it.each(Object.entries(VERDICTS))('that are a %s are these', (verdict, ids) => {
    expect(
      RULES.filter((r) => r.verdict === verdict)
        .map((r) => r.id)
        .sort(),
    ).toEqual(ids);
  });

  it('are those that are tried here, none more and none fewer', () => {
    expect(RULES.map((r) => r.id).sort()).toEqual(Object.keys(CASES).sort());
  });

  it.each(RULES.map((r) => [r.id, r] as const))('%s holds where it should and nowhere beside', (id, rule) => {
    const { holds, not } = CASES[id] ?? {};
    const it = holds && found(holds).find((r) => r.id === id);
    expect(it).toMatchObject({ verdict: rule.verdict, sure: true });
    expect(not && found(not).map((r) => r.id)).not.toContain(id);
  });

  it('what is not known counts as there, and is called not sure', () => {
    const unknown = found([
      { traits: ALL_UNKNOWN, use: 'iron' },
      { wheels: true, brakes: ['unknown'], finishes: ['unknown'] },
    ]);
    expect(unknown.map((r) => [r.id, r.sure])).toEqual([
      ['fluorideMist', false],
      ['acidOnMetal', false],
      ['alkaliOnMetal', false],
      ['ironOnMetal', false],
      ['fluorideChrome', false],
      ['acidFloor', false],
      ['acidChrome', false],
    ]);
  });

  it('what protects the paint, where nobody knows, counts as meant to stay and as film', () => {
    const shampoo = found([{ use: 'shampoo', effect: 'strips' }, { protection: 'unknown' }]);
    expect(shampoo.map((r) => [r.id, r.verdict, r.sure])).toEqual([['stripsProtection', 'override', false]]);
    const tar = found([{ use: 'tar', traits: traits({ solvent: 'yes' }) }, { protection: 'unknown' }]);
    expect(tar.map((r) => [r.id, r.sure])).toEqual([['tarSolvent', false]]);
    expect(found([{ use: 'shampoo', effect: 'keeps' }, { protection: 'unknown' }])).toEqual([]);
  });

  it('are told worst first', () => {
    const verdicts = found([
      { film: 'foam', effect: 'adds', traits: traits({ acid: 'yes' }) },
      { specials: ['matt'], stripped: true },
    ]).map((r) => r.verdict);
    expect(verdicts).toEqual(['stop', 'override', 'caution', 'caution']);
  });
});
