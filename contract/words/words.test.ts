import { readdirSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dispenserFill } from '#core/delivery/dispenserFill.ts';
import { bottleForPanel } from '#core/delivery/draw.ts';
import { fractionOfRatio } from '#core/delivery/meteringTip.ts';
import { parseAir } from '#core/dwell/weather.ts';
import type { Refusal } from '#core/outcome.ts';
import { refuse } from '#core/outcome.ts';
import { checkStock } from '#core/stock/postings.ts';
import { fromTwo } from '#core/stock/twoSources.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { parseDuration, parseDurationRange } from '#core/units/duration.ts';
import { parseFlow } from '#core/units/flow.ts';
import { parseMass } from '#core/units/mass.ts';
import { parseNumber } from '#core/units/parseNumber.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import { microlitres } from '#core/units/volume.ts';
import { refuse as refuseHere } from '../refusals.ts';
import { en } from './en.ts';
import { say } from './words.ts';

const no = (outcome: { ok: true } | Refusal): Refusal => {
  if (outcome.ok) throw new Error('it was accepted');
  return outcome;
};
const sources = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file) && !/\.test\.|refusals\.ts/.test(file))
    .map((file) => readFileSync(`${folder}/${file}`, 'utf8'));

describe('the words of a refusal', () => {
  it('are there for every code, and every one of them is used', () => {
    const code = ['core', 'server', 'web'].flatMap(sources).join('\n');
    const unused = Object.keys(en.refusals).filter((c) => !code.includes(`'${c}'`));
    // These two are made of the name of a trait.
    expect(unused).toEqual(['ph.acid', 'ph.strongAlkali']);
  });

  it.each([
    [
      'what a line gives',
      () => no(dispenserFill(fractionOfRatio(20), microlitres(1_000_000), fractionOfRatio(10), 18_000_000)),
      'The line gives 1:20, which is weaker than that. Fit a wider tip and verify it, or mix this one by hand.',
    ],
    [
      'a panel out of reach',
      () => no(bottleForPanel(0.12 as Fraction, 0.09, [{ name: 'half', q: 0.13 }])),
      'At a draw of 9 % even neat product gives 9 % on the panel, not 12 %. Set the dial to half, which draws 13 %.',
    ],
    [
      'short stock',
      () => no(checkStock(300_000, 400_000, 'P-14')),
      'P-14 holds 300 ml; this mix needs 400 ml. Make less, or pour from another container.',
    ],
    [
      'nothing at all',
      () => no(checkStock(0, 400_000, 'P-14')),
      'P-14 holds 0 ml; this mix needs 400 ml. Pour from another container.',
    ],
    [
      'two that are short together',
      () => no(fromTwo({ code: 'P-6', heldUl: 250_000 }, { code: 'P-7', heldUl: 500_000 }, 1_000_000)),
      'P-6 and P-7 hold 750 ml together; this mix needs 1 L. Make less of it, or book in what has come.',
    ],
    [
      'a bare number beside a volume',
      () => no(parseStrength('1 in 10 l')),
      'Strength: the 1 in "1 in 10 l" has no unit, so it could be parts or an amount. Type 1 ml in 10 l, or 1 in 10 for parts.',
    ],
    [
      'a size without a unit',
      () => no(parseVolume('5', { field: 'Size', askUnit: true, system: 'us' })),
      'Size: 5 of what? Type 5 us gal or 5 us oz.',
    ],
    [
      'a number that could be two',
      () => no(parseNumber('1,500', 'Price')),
      'Price: 1,500 can be read as 1500 or as 1.500. Type 1500 or 1.500.',
    ],
    [
      'a dwell below zero',
      () => no(parseDuration('-1 min', 'Dwell from')),
      'Dwell from is below zero. Type it like 4 min, 30 s or 1:30.',
    ],
    [
      'a range of nothing',
      () => no(parseDurationRange('', 'Dwell')),
      'Dwell is empty. Type it like 3-5 min, 30 s to 1 min, or 4 min.',
    ],
    [
      'a range that is none',
      () => no(parseDurationRange('long', 'Dwell')),
      'Dwell: "long" is not a number. Type it like 3-5 min, 30 s to 1 min, or 4 min.',
    ],
  ] as [string, () => Refusal, string][])(
    'say of %s what is wrong and what would work',
    (_, made, sentence) => {
      const { reason, remedy } = say(made(), 'metric', en);
      expect(`${reason} ${remedy}`).toBe(sentence);
    },
  );

  it('speak in the shop’s units', () => {
    expect(say(no(parseAir('200', 'Air', 'us')), 'us', en).reason).toBe(
      'Air is not between -22 °F and 122 °F.',
    );
    expect(say(no(checkStock(0, 946_353, 'P-1')), 'us', en).reason).toBe(
      'P-1 holds 0 US fl oz; this mix needs 32 US fl oz.',
    );
  });

  it('say where nobody knows that it is not known, never that it is a gas, and who can settle it', () => {
    const unknown = refuse('safety.unknown', {
      where: { kind: 'vessel', name: 'Bottle' },
      other: 'Bleach',
      next: 'New Foam',
      unknown: [{ name: 'New Foam', trait: 'acid' }],
    });
    const { reason, remedy } = say(unknown, 'metric', en);
    expect(reason).toContain('Nobody has entered whether New Foam holds acid');
    expect(reason).not.toMatch(/gas/);
    expect(remedy).toMatch(/^Rinse it .* A manager can settle it .* New Foam\.$/);
  });

  it('say in front of it of which of several they speak', () => {
    const facts = { finding: 'overLabel', limit: 0.1, basis: 'bottle', q: 1 } as const;
    const of = { recipe: 'Foam', soil: 3 } as const;
    const { reason, remedy } = say({ ...refuse('recipe.reason', facts), of }, 'metric', en);
    expect(reason).toBe('Foam. At heavy: Stronger than its label. It needs a reason.');
    expect(remedy).toBe('Stay at 10 % in the bottle or under, or say why.');
    const cannon = en.finding({ finding: 'overCeiling', limit: 0.05, basis: 'panel', q: 0.1 }, 'metric');
    expect(cannon[1]).toContain('50 % in the bottle at this draw');
  });

  it('name a code they do not know, rather than nothing', () => {
    expect(say({ code: 'of.tomorrow', facts: {} }, 'metric', en).reason).toBe('of.tomorrow');
    expect(say(refuseHere('field.refused', { reason: 'No.', remedy: 'Yes.' }), 'metric', en).remedy).toBe(
      'Yes.',
    );
  });

  it('name the field, and leave nothing out, whatever was typed', () => {
    const readers = [
      (text: string) => parseVolume(text, { field: 'Field' }),
      (text: string) => parseStrength(text, { field: 'Field' }),
      (text: string) => parseDuration(text, 'Field'),
      (text: string) => parseFlow(text, 'Field', 'metric'),
      (text: string) => parseMass(text, 'Field'),
      (text: string) => parseAir(text, 'Field'),
    ];
    let refused = 0;
    fc.assert(
      fc.property(fc.string({ maxLength: 40 }), fc.constantFrom(...readers), (text, read) => {
        const outcome = read(text);
        if (outcome.ok) return;
        refused++;
        const { reason, remedy } = say(outcome, 'imperial', en);
        expect(reason).toMatch(/^Field.*[.?]$/s);
        expect(remedy).toMatch(/\S\.$/);
        expect(reason.replace(text.trim(), '')).not.toMatch(/undefined|NaN|\[object/);
      }),
      { numRuns: 400 },
    );
    expect(refused).toBeGreaterThan(200);
  });
});
