import type { Film } from '../products/uses.ts';
import { type Sentence, toSay } from '../say.ts';
import type { LaidMix, LaidOn } from './laid.ts';
import { has, mayHave, type Trait } from './traits.ts';

// What may be laid on what: rows of the usual cautions. The safety data sheet, local codes and licensed practice decide.
// A rule is a row here and nowhere else.

/** A stop has no way past; an override takes a manager's word; a caution is said. */
export const VERDICTS = ['stop', 'override', 'caution'] as const;
export type Verdict = (typeof VERDICTS)[number];

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

/** Under so much and over so much it is not neutral. */
const NEUTRAL_PH = [6, 8.5] as const;
const neutral = ({ ph }: LaidMix): Tri =>
  ph === null ? 'unknown' : is(ph >= NEUTRAL_PH[0] && ph <= NEUTRAL_PH[1]);
const not = (tri: Tri): Tri => (tri === 'yes' ? 'no' : tri === 'no' ? 'yes' : 'unknown');
const special = ({ specials }: LaidOn, which: string): Tri => is(specials.includes(which));
const MIST: readonly (Film | null)[] = ['trigger', 'pumpSprayer', 'foam'];
const PATIENCE = toSay('Leave it, or a manager says where it may.');

export const RULES: readonly Rule[] = [
  {
    id: 'thinnedReadyToUse',
    verdict: 'stop',
    holds: (mix) => is(mix.thinned),
    because: toSay('It is ready to use, and is never thinned.'),
    remedy: toSay('Use it as it comes.'),
  },
  {
    id: 'fluorideMist',
    verdict: 'stop',
    holds: (mix) => all(is(MIST.includes(mix.film)), trait(mix, 'fluoride')),
    because: toSay('Fluoride as a mist is breathed in and burns.'),
    remedy: toSay('Use what holds none.'),
  },
  {
    id: 'fluorideNotSignedOff',
    verdict: 'stop',
    holds: (mix) => all(is(!mix.signedOff), trait(mix, 'fluoride')),
    because: toSay('Fluoride goes through skin to the bone: nobody lays it who isn’t signed off for it.'),
    remedy: toSay('Use what holds none, or somebody who is signed off does it.'),
  },
  {
    id: 'notSignedOff',
    verdict: 'override',
    holds: (mix) => is(mix.asksSignOff && !mix.signedOff),
    because: toSay('Only people signed off for it mix it.'),
    remedy: toSay('Somebody who is signed off does it, or a manager answers for it.'),
  },
  {
    id: 'waterlessGrit',
    verdict: 'stop',
    holds: (mix, on) => all(is(mix.use === 'waterlessWash'), is(on.grit || on.level >= 3)),
    because: toSay('Grit that is wiped without water cuts the paint.'),
    remedy: toSay('Rinse it first, or bring it to a bay.'),
  },
  {
    id: 'solventIndoors',
    verdict: 'stop',
    holds: (mix, on) => all(is(on.closed), trait(mix, 'solvent'), is(mix.use === 'tar')),
    because: toSay('Solvent in a closed room is breathed in, and burns.'),
    remedy: toSay('Do it outside, or with the doors open and nothing hot near.'),
  },
  {
    id: 'slipOnBrakes',
    verdict: 'stop',
    holds: (mix, on) => all(is(on.wheels), is(mix.effect === 'adds'), is(mix.use !== 'shampoo')),
    because: toSay('What protects or shines makes brakes and treads slip.'),
    remedy: toSay('Keep it off discs and treads; onto the cloth, never onto the wheel.'),
  },
  {
    id: 'waterlessGrime',
    verdict: 'override',
    holds: (mix, on) => all(is(mix.use === 'waterlessWash'), is(on.level === 2)),
    because: toSay('Grime that is wiped without water marks the paint.'),
    remedy: toSay('Wash it rinseless.'),
  },
  {
    id: 'plasticGlazing',
    verdict: 'override',
    holds: (mix, on) =>
      all(
        is(on.glass),
        among([on.glazing], ['plastic']),
        any(trait(mix, 'solvent'), is(mix.use === 'panelWipe'), trait(mix, 'strongAlkali')),
      ),
    because: toSay('Solvent, panel wipe and strong alkali craze plastic panes.'),
    remedy: toSay('A neutral shampoo on the panes.'),
  },
  {
    id: 'freshPaint',
    verdict: 'override',
    holds: (mix, on) =>
      all(
        is(on.paint),
        special(on, 'freshPaint'),
        any(is(mix.use === 'clayLubricant' || mix.use === 'tar'), trait(mix, 'strongAlkali')),
      ),
    because: toSay('Paint under 90 days old still hardens: clay, tar solvent and strong alkali mark it.'),
    remedy: PATIENCE,
  },
  {
    id: 'freshCoating',
    verdict: 'override',
    holds: (mix, on) => all(is(on.paint), special(on, 'freshCoating'), not(neutral(mix))),
    because: toSay('A coating under 7 days old takes nothing but what is neutral.'),
    remedy: toSay('A neutral mix, or a week.'),
  },
  {
    id: 'freshFilm',
    verdict: 'override',
    holds: (mix, on) => all(is(on.paint), special(on, 'freshFilm'), is(mix.pressure)),
    because: toSay('Pressure lifts film that was laid less than 14 days ago.'),
    remedy: toSay('Rinse it with an open hose, or wait.'),
  },
  {
    id: 'pressureOnSeals',
    verdict: 'override',
    holds: (mix, on) => all(any(is(on.paint), is(on.glass)), special(on, 'tiredSeals'), is(mix.pressure)),
    because: toSay('Pressure drives water past tired seals and roof vents.'),
    remedy: toSay('Rinse it with an open hose, or a manager says how near the jet may come.'),
  },
  {
    id: 'protectsBrakes',
    verdict: 'caution',
    holds: (mix, on) => all(is(on.wheels), is(mix.effect === 'adds'), is(mix.use === 'shampoo')),
    because: toSay('A protective shampoo leaves discs slippery.'),
    remedy: toSay('Rinse the discs at once, and try the brakes gently.'),
  },
  {
    id: 'acidFloor',
    verdict: 'caution',
    holds: (mix) => trait(mix, 'acid'),
    because: toSay('Acid eats limestone, concrete and galvanised floors.'),
    remedy: toSay('Wet the floor first and rinse it after.'),
  },
  {
    id: 'anodisedTrim',
    verdict: 'caution',
    holds: (mix, on) => all(is(on.paint), trait(mix, 'strongAlkali')),
    because: toSay('Strong alkali clouds anodised trim.'),
    remedy: toSay('Keep it off trim, or rinse that at once.'),
  },
  {
    id: 'coloursTheTowel',
    verdict: 'caution',
    holds: (mix, on) =>
      all(is(mix.use === 'shampoo' || mix.use === 'clayLubricant'), special(on, 'singleStage')),
    because: toSay('Old single-stage paint colours the towel: that is paint, not dirt.'),
    remedy: toSay('Don’t step stronger for it.'),
  },
  {
    id: 'foamUnderWipers',
    verdict: 'caution',
    holds: (mix, on) => all(is(mix.film === 'foam'), is(on.glass)),
    because: toSay('Foam dries under wipers and in gaps first.'),
    remedy: toSay('Rinse there first.'),
  },
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

/** Those that a manager's word lifts. */
export const LIFTABLE_RULES: readonly string[] = RULES.filter((r) => r.verdict === 'override').map(
  (r) => r.id,
);

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
