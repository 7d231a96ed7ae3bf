import type { LabelEntry } from '#contract/products.ts';
import type { Shop } from '#contract/shop.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';
import type { UseKind } from '#core/products/uses.ts';
import type { Basis } from '#core/strength/band.ts';
import { otherReading } from '#core/strength/otherReading.ts';
import { parseStrength } from '#core/strength/parseStrength.ts';
import type { Strength } from '#core/strength/strength.ts';

/** A label strength as it is typed: the printed words, and which of their readings the shop decided on. */
export type LabelTyped = {
  whatFor: string;
  printed: string;
  reading: 'asWritten' | 'other';
  basis: Basis;
  use: UseKind;
};

/** How the shop reads what is typed, and the density that turns grams into millilitres. */
type Reads = Pick<Shop, 'units' | 'ratioReading'> & { gPerMl?: number | undefined };

/** The strength the printed words stand for, in the reading chosen. */
export function strengthOfLabel(
  { printed, reading }: Pick<LabelTyped, 'printed' | 'reading'>,
  shop: Reads,
): Outcome<Strength> {
  const read = parseStrength(printed, {
    system: shop.units,
    ratio: shop.ratioReading,
    gPerMl: shop.gPerMl,
    field: 'Label strength',
  });
  if (!read.ok || reading === 'asWritten') return read;
  const other = otherReading(read.value);
  return other ? { ok: true, value: other } : read;
}

/** Both readings of what is printed, or one where they make the same mix. */
export function readingsOf(printed: string, shop: Reads): Strength[] {
  const read = parseStrength(printed, { system: shop.units, ratio: shop.ratioReading, gPerMl: shop.gPerMl });
  if (!read.ok) return [];
  const other = otherReading(read.value);
  return other ? [read.value, other] : [read.value];
}

/** A saved label strength as it would be typed. */
export function typedLabel(entry: LabelEntry, shop: Reads): LabelTyped {
  const read = parseStrength(entry.printed, {
    system: shop.units,
    ratio: shop.ratioReading,
    gPerMl: shop.gPerMl,
  });
  const same =
    read.ok && read.value.notation === entry.strength.notation && sameReading(read.value, entry.strength);
  return {
    whatFor: entry.whatFor,
    printed: entry.printed,
    reading: same ? 'asWritten' : 'other',
    basis: entry.basis,
    use: entry.use,
  };
}

function sameReading(a: Strength, b: Strength): boolean {
  return a.notation !== 'dose' || b.notation !== 'dose' || a.reading === b.reading;
}

/** All label strengths of a form: what to send, and what could not be read, by field. */
export function readLabel(typed: LabelTyped[], shop: Reads) {
  const refusals: Record<string, Refusal> = {};
  const entries = typed.map((entry, i) => {
    const strength = strengthOfLabel(entry, shop);
    if (!strength.ok) refusals[`labelEntries.${i}.printed`] = strength;
    return {
      whatFor: entry.whatFor,
      printed: entry.printed,
      basis: entry.basis,
      use: entry.use,
      strength: strength.ok ? strength.value : undefined,
    };
  });
  return { entries, refusals };
}
