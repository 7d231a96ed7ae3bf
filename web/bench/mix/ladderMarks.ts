import type { LabelEntry, Product } from '#contract/products.ts';
import { hardnessIn, hardnessStrength, type WaterKind } from '#core/mixing/hardness.ts';
import { labelFor } from '#core/mixing/labelFor.ts';
import type { VesselKind } from '#core/mixing/outlines.ts';
import { equivalentFraction } from '#core/mixing/solveFor.ts';
import { takesHardness } from '#core/products/family.ts';
import { type LabelEnd, labelEnds } from '#core/strength/labelStrength.ts';
import type { Strength } from '#core/strength/notation.ts';
import { type Fraction, fractionOf, inNotation, sameStrength } from '#core/strength/strength.ts';
import { strengthSaid, t } from '../../lib/speech.ts';
import type { Equipment } from './equipment.ts';

/** A strength to choose: one end of a range, a label's only one, or one that is worked out. */
export type LadderMark = LabelEnd<LabelEntry>;

/** What tells a mark from the others of its product. */
export const ladderMarkKey = ({ id, end }: LadderMark): string => `${id} ${end}`;

/**
 * The strengths to choose from: those on the label, for a soap the one for the water it is made with, and for a product
 * that took over from another what stands for the other's. Those worked out have ids below zero.
 *
 * @param into the kind of vessel it is mixed in: what holds in a bucket is none of a bottle's
 */
export function ladderMarksOf(
  product: Product,
  { products, shop }: Pick<Equipment, 'products' | 'shop'>,
  water: WaterKind,
  into: VesselKind | null,
): readonly LadderMark[] {
  const last = known.get(product);
  const same = last && last.products === products && last.shop === shop;
  if (same && last.water === water && last.into === into) return last.marks;
  const old = products.find((p) => p.id === product.record.replaces?.productId);
  const all = [
    ...labelEnds(product.labelEntries),
    ...forThisWater(product, shop.hardnessPpm, water),
    ...insteadOf(product, old),
  ];
  const marks = labelFor(all, into);
  known.set(product, { products, shop, water, into, marks });
  return marks;
}

/** The last answer for each product: asked again on every keystroke, it is the same list until something else changes. */
const known = new WeakMap<
  Product,
  Pick<Equipment, 'products' | 'shop'> & {
    water: WaterKind;
    into: VesselKind | null;
    marks: readonly LadderMark[];
  }
>();

function forThisWater(product: Product, tapPpm: number | null, water: WaterKind): LadderMark[] {
  if (!takesHardness(product.record.family) || (tapPpm === null && water === 'tap')) return [];
  const doses = labelEnds(product.labelEntries)
    .filter((e) => e.use === 'shampoo')
    .sort((a, b) => a.fraction - b.fraction);
  const [soft, hard] = [doses[0], doses.at(-1)];
  if (!soft || !hard || sameStrength(soft.fraction as Fraction, hard.fraction as Fraction)) return [];
  const ppm = hardnessIn(water, tapPpm ?? 0);
  const strength = hardnessStrength(soft.strength, hard.strength, ppm);
  const f = strength.ok ? fractionOf(strength.value) : strength;
  if (!strength.ok || !f.ok) return [];
  const whatFor =
    water === 'tap'
      ? t('Our water, {0} ppm', Math.round(ppm))
      : t('{0} water', water === 'softened' ? t('Softened') : t('Deionised'));
  return [{ ...soft, ...oneStrength(strength.value, f.value), id: -1, whatFor, printed: '' }];
}

const oneStrength = (strength: Strength, fraction: Fraction) =>
  ({ strength, fraction, upTo: null, upToFraction: null, end: 'only' }) as const;

function insteadOf(product: Product, old: Product | undefined): LadderMark[] {
  const { replaces } = product.record;
  if (!old || !replaces || product.state !== 'concentrate') return [];
  return labelEnds(old.labelEntries).flatMap((e, i) => {
    const fraction = equivalentFraction(e.fraction as Fraction, replaces.k);
    if (!fraction.ok) return [];
    const whatFor = t('Like {0} {1}', old.name, strengthSaid(e.strength));
    const strength = inNotation(fraction.value, 'percent');
    return [{ ...e, ...oneStrength(strength, fraction.value), id: -2 - i, whatFor }];
  });
}
