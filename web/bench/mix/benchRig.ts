import type { DialPosition, Vessel } from '#contract/equipment.ts';
import type { MeasuredDraw } from '#contract/rigs.ts';
import { type Draw, UNMEASURED_DRAW } from '#core/delivery/draw.ts';
import { isSuction } from '#core/products/record.ts';
import type { BenchDraft } from './benchDraft.ts';

/** On a garden hose, where no machine is chosen. */
export const HOSE = 0;

/** A cannon or a gun as it is set: its dial, its machine, and what it then draws as far as anyone knows. */
export type BenchRig = {
  dial: DialPosition | null;
  /** Null: on a garden hose. */
  machineId: number | null;
  draw: Draw;
  measured: MeasuredDraw | null;
  /** What its other dial positions draw on the same machine, as far as they were measured. */
  others: { name: string; q: number }[];
};

/** How a vessel is set to deliver; null for one that delivers what is in it as it is. */
export function benchRig(
  vessel: Vessel | null,
  draft: Pick<BenchDraft, 'dialId' | 'machineId'>,
): BenchRig | null {
  if (!vessel || !isSuction(vessel.kind)) return null;
  const { dials, draws } = vessel;
  const dial =
    dials.find((d) => d.id === draft.dialId) ?? dials.find((d) => d.id === vessel.dialId) ?? dials[0] ?? null;
  const machineId = draft.machineId === HOSE ? null : (draft.machineId ?? vessel.machineId);
  const here = draws.filter((d) => d.machineId === machineId);
  const measured = here.find((d) => d.dialId === dial?.id) ?? null;
  const others = here.flatMap((d) => {
    const other = dials.find((o) => o.id === d.dialId);
    return other && other !== dial ? [{ name: other.name, q: d.q }] : [];
  });
  return { dial, machineId, draw: measured ?? UNMEASURED_DRAW, measured, others };
}
