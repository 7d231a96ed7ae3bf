import type { ProtectionEffect } from '../products/record.ts';
import type { Film, UseKind } from '../products/uses.ts';
import { type Sentence, toSay } from '../say.ts';
import { has, mayHave, type Trait, type Traits } from './traits.ts';

// What may be laid on what: rows of the usual cautions. The safety data sheet, local codes and licensed practice decide.
// A rule is a row here and nowhere else.

/** A stop has no way past; an override takes a manager's word; a caution is said. */
export const VERDICTS = ['stop', 'override', 'caution'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** A mix as it is laid. */
export type LaidMix = {
  readonly use: UseKind;
  readonly family: string;
  readonly traits: Traits;
  readonly effect: ProtectionEffect;
  readonly film: Film | null;
};

/** What it is laid on: metals and brakes of wheels, what protects the paint, what is special about it. */
export type LaidOn = {
  readonly wheels: boolean;
  readonly glass: boolean;
  readonly brakes: readonly string[];
  readonly finishes: readonly string[];
  readonly protection: string;
  readonly specials: readonly string[];
  /** Protection is taken off on purpose: polish or a coating follows. */
  readonly stripped: boolean;
};

/** Whether something is so; what is not known counts as unsafe. */
export type Tri = 'yes' | 'unknown' | 'no';

export type Rule = {
  readonly id: string;
  readonly verdict: Verdict;
  readonly holds: (mix: LaidMix, on: LaidOn) => Tri;
  readonly because: Sentence;
  /** What would do instead, or make it safe. */
  readonly remedy: Sentence;
};
export type RuleFound = Pick<Rule, 'id' | 'verdict' | 'because' | 'remedy'> & { readonly sure: boolean };

const all = (...tris: readonly Tri[]): Tri =>
  tris.includes('no') ? 'no' : tris.includes('unknown') ? 'unknown' : 'yes';
const any = (...tris: readonly Tri[]): Tri =>
  tris.includes('yes') ? 'yes' : tris.includes('unknown') ? 'unknown' : 'no';
const is = (so: boolean): Tri => (so ? 'yes' : 'no');
const trait = ({ traits }: LaidMix, which: Trait): Tri =>
  has(traits, which) ? 'yes' : mayHave(traits, which) ? 'unknown' : 'no';
const among = (found: readonly string[], touchy: readonly string[]): Tri =>
  found.some((f) => touchy.includes(f)) ? 'yes' : found.includes('unknown') ? 'unknown' : 'no';

const TOUCHY_METAL = ['polished', 'bare', 'anodised'];
const touchyWheels = (on: LaidOn): Tri =>
  all(is(on.wheels), any(among(on.brakes, ['carbonCeramic']), among(on.finishes, TOUCHY_METAL)));
const strips = ({ effect }: LaidMix): Tri =>
  effect === 'strips' ? 'yes' : effect === 'unknown' ? 'unknown' : 'no';
/** Whether there is protection that is meant to stay. */
const guarded = ({ protection, stripped }: LaidOn): Tri =>
  all(is(!stripped), among([protection], ['wax', 'sealant', 'coating', 'film']));
const ASK_THE_MAKER = toSay('Shampoo does it, or a manager has the maker’s word that it may.');

export const RULES: readonly Rule[] = [
  {
    id: 'acidFoam',
    verdict: 'stop',
    holds: (mix) => all(is(mix.film === 'foam'), trait(mix, 'acid')),
    because: toSay('Acid as foam or mist is breathed in.'),
    remedy: toSay('Lay it by brush or soaked cloth, as its sheet says.'),
  },
  {
    id: 'alkaliFoam',
    verdict: 'override',
    holds: (mix) => all(is(mix.film === 'foam'), trait(mix, 'strongAlkali')),
    because: toSay('Strong alkali as foam or mist is breathed in.'),
    remedy: toSay('A neutral foam, or a manager sees to gloves, eyes, air and nobody near.'),
  },
  {
    id: 'fluorideGlass',
    verdict: 'stop',
    holds: (mix, on) => all(is(on.glass), trait(mix, 'fluoride')),
    because: toSay('Fluoride etches glass.'),
    remedy: toSay('Keep it off glass, or use what holds none.'),
  },
  {
    id: 'acidOnMetal',
    verdict: 'override',
    holds: (mix, on) => all(touchyWheels(on), trait(mix, 'acid')),
    because: toSay('Acid marks carbon-ceramic discs and bare, polished and anodised metal.'),
    remedy: ASK_THE_MAKER,
  },
  {
    id: 'alkaliOnMetal',
    verdict: 'override',
    holds: (mix, on) => all(touchyWheels(on), trait(mix, 'strongAlkali')),
    because: toSay('Strong alkali clouds carbon-ceramic discs and bare, polished and anodised metal.'),
    remedy: ASK_THE_MAKER,
  },
  {
    id: 'ironOnMetal',
    verdict: 'override',
    holds: (mix, on) => all(touchyWheels(on), is(mix.use === 'iron')),
    because: toSay('Iron remover attacks carbon-ceramic discs and bare, polished and anodised metal.'),
    remedy: ASK_THE_MAKER,
  },
  {
    id: 'fluorideChrome',
    verdict: 'override',
    holds: (mix, on) => all(is(on.wheels), among(on.finishes, ['chrome']), trait(mix, 'fluoride')),
    because: toSay('Fluoride lifts chrome.'),
    remedy: ASK_THE_MAKER,
  },
  {
    id: 'acidChrome',
    verdict: 'caution',
    holds: (mix, on) => all(is(on.wheels), among(on.finishes, ['chrome']), trait(mix, 'acid')),
    because: toSay('Acid gets under chrome where it is pitted.'),
    remedy: toSay('Look for pits first, keep it short, rinse twice.'),
  },
  {
    id: 'stripsProtection',
    verdict: 'override',
    holds: (mix, on) => all(is(mix.use === 'shampoo' || mix.use === 'panelWipe'), guarded(on), strips(mix)),
    because: toSay('It takes off protection that is meant to stay.'),
    remedy: toSay('A neutral shampoo leaves it on.'),
  },
  {
    id: 'mayStrip',
    verdict: 'caution',
    holds: (mix, on) =>
      all(is(mix.use === 'preWash' || mix.use === 'foam'), guarded(on), is(mix.effect === 'unknown')),
    because: toSay('Whether it leaves protection on is not known.'),
    remedy: toSay('Stay in its band; its label or sheet says.'),
  },
  {
    id: 'tarSolvent',
    verdict: 'override',
    holds: (mix, on) =>
      all(
        is(mix.use === 'tar'),
        any(among([on.protection], ['film']), is(on.specials.includes('softTop'))),
        trait(mix, 'solvent'),
      ),
    because: toSay('Solvent creeps under film edges and swells soft tops.'),
    remedy: toSay('Lift tar there with warm soapy water and patience.'),
  },
  {
    id: 'clayOnSoftPaint',
    verdict: 'override',
    holds: (mix, on) =>
      all(
        is(mix.use === 'clayLubricant'),
        is(on.specials.includes('matt') || on.specials.includes('singleStage')),
      ),
    because: toSay('Clay shines matt paint and marks old single-stage paint.'),
    remedy: toSay('Leave it, or a manager says where it may.'),
  },
  {
    id: 'glossOnMatt',
    verdict: 'override',
    holds: (mix, on) => all(is(on.specials.includes('matt')), is(mix.effect === 'adds')),
    because: toSay('What adds gloss shines matt paint for good.'),
    remedy: toSay('Use what is made for matt paint.'),
  },
  {
    id: 'protectsBeforeCoating',
    verdict: 'caution',
    holds: (mix, on) => all(is(on.stripped), is(mix.effect === 'adds')),
    because: toSay('What it leaves behind keeps polish and coating off the paint.'),
    remedy: toSay('A plain or a stripping shampoo.'),
  },
];

/**
 * What is to be minded where a mix is laid, the worst first. What is not known counts as there.
 *
 * @example iron remover on carbon-ceramic discs: `override`, a manager's word
 */
export function rulesFor(mix: LaidMix, on: LaidOn): RuleFound[] {
  return RULES.flatMap(({ id, verdict, holds, because, remedy }) => {
    const so = holds(mix, on);
    return so === 'no' ? [] : [{ id, verdict, because, remedy, sure: so === 'yes' }];
  }).sort((a, b) => VERDICTS.indexOf(a.verdict) - VERDICTS.indexOf(b.verdict));
}
