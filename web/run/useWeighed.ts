import type { Vessel } from '#contract/equipment.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';
import { leftByWeight } from '#core/run/leftByWeight.ts';
import { parseMass } from '#core/units/mass.ts';
import { t } from '../lib/speech.ts';
import { productsQuery } from '../state/queries.ts';
import { useQuery } from '../state/useQuery.ts';

/** What somebody typed of a bottle on a scale: as it stands, and empty; nothing as yet. */
export type Weighed = { gross: string; tare: string };
export const NOT_WEIGHED: Weighed = { gross: '', tare: '' };

export type ByWeight = {
  /** Null where it was not weighed. */
  left: Outcome<number> | null;
  /** What it weighs empty, where that was typed just now. */
  tareG: number | null;
  refusals: { gross?: Refusal; tare?: Refusal };
  wrong: boolean;
};

/** What is left in a vessel by what it weighs. */
export function useWeighed(vessel: Vessel, { gross, tare }: Weighed): ByWeight {
  const { data: products = [] } = useQuery(productsQuery);
  const { holds } = vessel;
  const grossG = gross.trim() === '' ? null : parseMass(gross, t('Weight'));
  const tareG = tare.trim() === '' ? null : parseMass(tare, t('Weighs empty'));
  const typedG = tareG?.ok ? tareG.value : null;
  const left =
    grossG?.ok && tareG?.ok !== false && holds
      ? leftByWeight({
          kind: vessel.kind,
          brimfulUl: vessel.brimfulUl,
          grossG: grossG.value,
          tareG: typedG ?? vessel.tareG,
          fraction: holds.ul > 0 ? holds.productUl / holds.ul : 0,
          gPerMl: products.find((p) => p.id === holds.productId)?.gPerMl ?? null,
        })
      : null;
  const refusals = {
    ...(grossG && !grossG.ok && { gross: grossG }),
    ...(left && !left.ok && { gross: left }),
    ...(tareG && !tareG.ok && { tare: tareG }),
  };
  return { left, tareG: typedG, refusals, wrong: Object.keys(refusals).length > 0 };
}
