import type { LabelEntry } from '#contract/products.ts';
import type { Shop } from '#contract/shop.ts';
import { accept, type Outcome, type Refusal } from '#core/outcome.ts';
import type { UseKind } from '#core/products/uses.ts';
import type { Basis } from '#core/strength/band.ts';
import { type LabelStrength, parseLabelStrength } from '#core/strength/labelStrength.ts';
import type { Strength } from '#core/strength/notation.ts';
import { otherReading } from '#core/strength/otherReading.ts';
import { t } from '../../lib/speech.ts';

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

const readAsWritten = (printed: string, { units, ratioReading, gPerMl }: Reads): Outcome<LabelStrength> =>
  parseLabelStrength(printed, { system: units, ratio: ratioReading, gPerMl, field: t('Label strength') });

/** The other way to read what is printed, both ends alike; null where it makes the same mix. */
function readOtherwise({ strength, upTo }: LabelStrength): LabelStrength | null {
  const other = otherReading(strength);
  const otherTop = upTo && otherReading(upTo);
  return other || otherTop ? { strength: other ?? strength, upTo: otherTop ?? upTo } : null;
}

/** The strength the printed words stand for, or both ends of their range, in the reading chosen. */
export function strengthOfLabel(
  { printed, reading }: Pick<LabelTyped, 'printed' | 'reading'>,
  shop: Reads,
): Outcome<LabelStrength> {
  const read = readAsWritten(printed, shop);
  if (!read.ok || reading === 'asWritten') return read;
  return accept(readOtherwise(read.value) ?? read.value);
}

/** Both readings of what is printed, or one where they make the same mix. */
export function readingsOf(printed: string, shop: Reads): LabelStrength[] {
  const read = readAsWritten(printed, shop);
  if (!read.ok) return [];
  const other = readOtherwise(read.value);
  return other ? [read.value, other] : [read.value];
}

/** A saved label strength as it would be typed. */
export function typedLabel(entry: LabelEntry, shop: Reads): LabelTyped {
  const read = readAsWritten(entry.printed, shop);
  const same =
    read.ok &&
    sameReading(read.value.strength, entry.strength) &&
    (read.value.upTo === null || entry.upTo === null || sameReading(read.value.upTo, entry.upTo));
  return {
    whatFor: entry.whatFor,
    printed: entry.printed,
    reading: same ? 'asWritten' : 'other',
    basis: entry.basis,
    use: entry.use,
  };
}

function sameReading(a: Strength, b: Strength): boolean {
  return (
    a.notation === b.notation && (a.notation !== 'dose' || b.notation !== 'dose' || a.reading === b.reading)
  );
}

/** All label strengths of a form: what to send, and what could not be read, by field. */
export function readLabel(typed: LabelTyped[], shop: Reads) {
  const refusals: Record<string, Refusal> = {};
  const entries = typed.map((entry, i) => {
    const read = strengthOfLabel(entry, shop);
    if (!read.ok) refusals[`labelEntries.${i}.printed`] = read;
    return {
      whatFor: entry.whatFor,
      printed: entry.printed,
      basis: entry.basis,
      use: entry.use,
      strength: read.ok ? read.value.strength : undefined,
      upTo: read.ok ? read.value.upTo : null,
    };
  });
  return { entries, refusals };
}
