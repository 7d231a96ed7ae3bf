import { bottleForPanel, panelFraction } from '../delivery/draw.ts';
import type { ProductState } from '../mixing/solveMix.ts';
import { accept, type Outcome, refuse } from '../outcome.ts';
import { bandOfUse, type ProductUse, placeOnPanel, type UseKind } from '../products/uses.ts';
import type { FindingFacts } from '../refusals.ts';
import { has, type Traits } from '../safety/traits.ts';
import { BASES, type Band, type Basis, placeInBand } from '../strength/band.ts';
import { type Fraction, fractionOf, NEAT, sameStrength } from '../strength/strength.ts';
import type { CellDwell, MixCell } from './recipe.ts';

/** What a recipe's strengths are held against. */
export type Standards = {
  readonly name: string;
  readonly state: ProductState;
  readonly traits: Traits;
  /** The label's bands for the use, each on its own basis. */
  readonly bands: readonly Band[];
  readonly use: Pick<ProductUse, 'panelFloor' | 'panelCeiling' | 'dwell'> | null;
  /** The draw of the cannon it is put on with; 1 for everything that delivers what is in it as it is. */
  readonly q: number;
  /** What other dial positions draw, for a refusal that names one. */
  readonly others: readonly { readonly name: string; readonly q: number }[];
};

/** Outside a limit: allowed with a reason that stays to be seen. */
export const FINDINGS = [
  'overLabel',
  'underLabel',
  'overCeiling',
  'underFloor',
  'overLongest',
  'underShortest',
] as const;
export type Finding = (typeof FINDINGS)[number];

/** A cell as it stands: how strong in the bottle and on the panel, and what lies outside of what. */
export type Judged = {
  readonly bottle: Fraction;
  readonly panel: Fraction;
  readonly findings: readonly Finding[];
};

type Entry = {
  readonly fraction: number;
  readonly upToFraction?: number | null;
  readonly basis: Basis;
  readonly use: UseKind;
};

/** The bands a label has for a use, each on its own basis: strengths on different bases never make one. */
export const bandsOf = (entries: readonly Entry[], use: UseKind): Band[] =>
  BASES.map((basis) => bandOfUse(entries, use, basis)).filter((b) => b !== null);

/**
 * Where a cell stands: against each of the label's bands on that band's own basis, against floor and ceiling on the panel
 * alone, and against the times on the product's record.
 *
 * @param onPanel the strength holds on the panel, and the bottle follows from the draw
 * @returns a refusal for what no reason makes good: nothing or over neat, a ready-to-use product diluted, a panel strength
 *   even neat product does not reach, times out of order, or longer than a product that must never stay longer
 */
export function judgeCell(cell: MixCell, onPanel: boolean, standards: Standards): Outcome<Judged> {
  const typed = fractionOf(cell.strength);
  if (!typed.ok) return typed;
  if (standards.state === 'readyToUse' && !sameStrength(typed.value, NEAT)) {
    return refuse('strength.readyToUse', { product: standards.name });
  }
  const bottle = onPanel
    ? bottleForPanel(typed.value, standards.q, standards.others)
    : accept<Fraction>(typed.value);
  if (!bottle.ok) return bottle;
  const panel = onPanel ? typed.value : panelFraction(bottle.value, standards.q);
  const time = judgeDwell(cell.dwell, standards);
  if (!time.ok) return time;
  const findings = new Set<Finding>(time.value);
  for (const band of standards.bands) {
    const place = placeInBand(band.basis === 'panel' ? panel : bottle.value, band);
    if (place === 'over') findings.add('overLabel');
    if (place === 'under') findings.add('underLabel');
  }
  const place = standards.use && placeOnPanel(panel, standards.use);
  if (place === 'overCeiling') findings.add('overCeiling');
  if (place === 'underFloor') findings.add('underFloor');
  return accept({ bottle: bottle.value, panel, findings: FINDINGS.filter((f) => findings.has(f)) });
}

function judgeDwell(dwell: CellDwell | null, { name, use, traits }: Standards): Outcome<Finding[]> {
  if (!dwell) return accept([]);
  const { shortestS, fromS, toS } = dwell;
  if (fromS > toS) {
    return refuse('dwell.order', { fromS, toS });
  }
  if (shortestS > fromS) {
    return refuse('dwell.shortest', { fromS, shortestS });
  }
  if (!use?.dwell) return accept([]);
  const { longestS } = use.dwell;
  if (toS > longestS && has(traits, 'neverExceedDwell')) {
    return refuse('dwell.never', { product: name, longestS });
  }
  return accept([
    ...(toS > longestS ? (['overLongest'] as const) : []),
    ...(fromS < use.dwell.shortestS ? (['underShortest'] as const) : []),
  ]);
}

/** A finding with the limit that lies beyond it. */
export function findingFacts(finding: Finding, { use, bands, q }: Standards): FindingFacts {
  const [band] = bands;
  switch (finding) {
    case 'overLabel':
      return { finding, limit: band?.most ?? 0, basis: band?.basis ?? 'bottle', q };
    case 'underLabel':
      return { finding, limit: band?.least ?? 0, basis: band?.basis ?? 'bottle', q };
    case 'overCeiling':
      return { finding, limit: use?.panelCeiling ?? 1, basis: 'panel', q };
    case 'underFloor':
      return { finding, limit: use?.panelFloor ?? 0, basis: 'panel', q };
    case 'overLongest':
      return { finding, limit: use?.dwell?.longestS ?? 0, basis: 'panel', q };
    case 'underShortest':
      return { finding, limit: use?.dwell?.shortestS ?? 0, basis: 'panel', q };
  }
}

/**
 * What stands in the way of publishing a cell: a hard refusal, or a limit left without a reason.
 *
 * @returns accepted, where nothing does
 */
export function mayPublish(cell: MixCell, onPanel: boolean, standards: Standards): Outcome<null> {
  const judged = judgeCell(cell, onPanel, standards);
  const of = { soil: cell.soil };
  if (!judged.ok) return { ...judged, of };
  const [first] = judged.value.findings;
  if (!first || cell.reason.trim() !== '') return accept(null);
  return { ...refuse('recipe.reason', findingFacts(first, standards)), of };
}
