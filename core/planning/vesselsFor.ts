import { deliveryOf, isSuction } from '../products/record.ts';
import { type Known, mayMeet } from '../safety/mayMeet.ts';
import type { Chosen, PlanVessel } from './recipeFor.ts';

/** What stands in a vessel, by the books. */
export type Standing = {
  readonly batchId: number;
  readonly code: string;
  readonly productId: number;
  /** Product of what is in it, 0 to 1. */
  readonly fraction: number;
  readonly ul: number;
  /** The last day it is good for; null where its product does not say. */
  readonly useBy: string | null;
  /** It may not be used: another product is in it as well, or a lot in it is held. */
  readonly barred: boolean;
};
/** A vessel of the shop as it is now. */
export type VesselHere = PlanVessel & {
  /** What it is kept for: anything, or one thing alone. */
  readonly role: string;
  readonly standing: Standing | null;
  /** What it held since it was last rinsed. */
  readonly held: readonly Known[];
};

/** Where a mix comes from. */
export type MixFrom =
  /** It stands mixed already. */
  | {
      readonly kind: 'batch';
      readonly vessel: VesselHere;
      readonly standing: Standing;
      readonly enough: boolean;
    }
  /** It is used out of the bottle it comes in. */
  | { readonly kind: 'ownBottle' }
  | {
      readonly kind: 'vessel';
      readonly vessel: VesselHere;
      readonly usual: boolean;
      /** What stands in it and is emptied first; null where nothing does. */
      readonly empty: Standing | null;
      /** It held what this must not meet: it is rinsed first. */
      readonly rinse: boolean;
    }
  /** Every one of its kind is taken by another mix of the plan. */
  | { readonly kind: 'noneFree' };

/** As strong as another to within so much is the same mix: it is poured no closer. */
export const SAME = 0.03;

/** A mix as far as it has to stand in something. */
type ToStand = { readonly chosen: Chosen; readonly mixUl: number };

/**
 * Where each mix of a plan comes from, each with a vessel of its own: what stands mixed at its strength and is good for the
 * day; the recipe's vessel where it is free; else a free one of that kind; else one that is emptied or rinsed first. A cannon or a gun is taken for no other: its draw is its own.
 *
 * @param mixes in the order of work
 * @param today as `2026-05-04`
 */
export function mixesFrom(
  mixes: readonly ToStand[],
  vessels: readonly VesselHere[],
  today: string,
): MixFrom[] {
  const taken = new Set<number>();
  // What stands mixed is used whatever comes first: no other mix is then put into it.
  const standing = mixes.map((mix) => standingFor(mix, vessels, today));
  for (const from of standing) if (from?.kind === 'batch') taken.add(from.vessel.id);
  return mixes.map((mix, i): MixFrom => {
    const there = standing[i];
    if (there) return there;
    const { product, vessel: usual } = mix.chosen.of;
    if (product.state === 'readyToUse') return { kind: 'ownBottle' };
    const role = vessels.find((v) => v.id === usual.id)?.role ?? 'any';
    const fit = vessels.filter(
      (v) =>
        v.kind === usual.kind &&
        !taken.has(v.id) &&
        (v.id === usual.id || ((v.role === 'any' || v.role === role) && !isSuction(v.kind))),
    );
    const rinse = (v: VesselHere) => !mayMeet(product, v.held, { kind: 'vessel', name: v.name }).ok;
    const free = fit.filter((v) => v.standing === null && !rinse(v));
    const vessel = best(free, usual.id, mix.mixUl) ?? best(fit, usual.id, mix.mixUl);
    if (!vessel) return { kind: 'noneFree' };
    taken.add(vessel.id);
    const { standing: empty } = vessel;
    return { kind: 'vessel', vessel, usual: vessel.id === usual.id, empty, rinse: rinse(vessel) };
  });
}

/** Neat product stands ready, and so does what is mixed already; everything else is made. */
export const isMade = ({ chosen, from }: { readonly chosen: Chosen; readonly from: MixFrom }): boolean =>
  chosen.judged.bottle < 1 && !(from.kind === 'batch' && from.enough);

/** What sticks to a sprayer and its hose, and a tube that draws from the bottom, are seen to. */
const SPARE = 0.1;
const LEAST_SHARE = 0.2;

/**
 * How much of a mix is worth making: a tenth more than it takes, and never less than a fifth of what its vessel holds.
 *
 * @param stepUl what it is rounded up to, in microlitres
 * @returns microlitres; null where that fills the vessel, or it is a bucket, which is always filled
 */
export function worthMaking({ chosen, mixUl }: ToStand, vessel: PlanVessel, stepUl: number): number | null {
  if (deliveryOf(chosen.of.vessel.kind) === 'bucket') return null;
  const roomUl = room(vessel);
  const ul = Math.ceil(Math.max(mixUl * (1 + SPARE), roomUl * LEAST_SHARE) / stepUl - 1e-9) * stepUl;
  return ul < roomUl ? ul : null;
}

function standingFor(
  { chosen, mixUl }: ToStand,
  vessels: readonly VesselHere[],
  today: string,
): MixFrom | null {
  const bottle = chosen.judged.bottle;
  if (bottle === 1) return null;
  const found = vessels
    .flatMap((vessel) => (vessel.standing ? [{ vessel, standing: vessel.standing }] : []))
    .filter(
      ({ vessel, standing }) =>
        vessel.kind === chosen.of.vessel.kind &&
        (!isSuction(vessel.kind) || vessel.id === chosen.of.vessel.id) &&
        standing.productId === chosen.of.product.id &&
        !standing.barred &&
        standing.ul > 0 &&
        (standing.useBy === null || standing.useBy >= today) &&
        Math.abs(standing.fraction - bottle) <= SAME * Math.max(standing.fraction, bottle),
    )
    .sort((a, b) => b.standing.ul - a.standing.ul)[0];
  return found ? { kind: 'batch', ...found, enough: found.standing.ul >= mixUl } : null;
}

const room = (v: PlanVessel): number => v.fillLimitUl - v.displacementUl;

/** The usual one, else the smallest it all goes into, else the largest. */
function best(vessels: readonly VesselHere[], usualId: number, ul: number): VesselHere | undefined {
  const usual = vessels.find((v) => v.id === usualId);
  if (usual) return usual;
  const bySize = [...vessels].sort((a, b) => room(a) - room(b) || a.id - b.id);
  return bySize.find((v) => room(v) >= ul) ?? bySize.at(-1);
}
