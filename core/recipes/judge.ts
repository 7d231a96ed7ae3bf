import { bottleForPanel, panelFraction } from '../delivery/draw.ts';
import type { ProductState } from '../mixing/solveMix.ts';
import { accept, type Outcome, refuse } from '../outcome.ts';
import { bandOfUse, type ProductUse, placeOnPanel, type UseKind } from '../products/uses.ts';
import { has, type Traits } from '../safety/traits.ts';
import { SOIL_NAMES } from '../soil/soil.ts';
import { BASES, type Band, type Basis, placeInBand } from '../strength/band.ts';
import { formatLimit } from '../strength/formatStrength.ts';
import { type Fraction, fractionOf, NEAT, sameStrength } from '../strength/strength.ts';
import { formatDuration } from '../units/duration.ts';
import type { CellDwell, MixCell } from './recipe.ts';

/** What a recipe's strengths are held against. */
export type Ground = {
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

/** A finding in words, with what would work: see {@link findingInWords}. */
export type FindingWords = { readonly what: string; readonly remedy: string };

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
export function judgeCell(cell: MixCell, onPanel: boolean, ground: Ground): Outcome<Judged> {
  const typed = fractionOf(cell.strength);
  if (!typed.ok) return typed;
  if (ground.state === 'readyToUse' && !sameStrength(typed.value, NEAT)) {
    return refuse(
      'strength.readyToUse',
      'Strength',
      `${ground.name} is ready to use and must not be diluted.`,
      'Type "neat".',
    );
  }
  const bottle = onPanel
    ? bottleForPanel(typed.value, ground.q, ground.others)
    : accept<Fraction>(typed.value);
  if (!bottle.ok) return bottle;
  const panel = onPanel ? typed.value : panelFraction(bottle.value, ground.q);
  const time = judgeDwell(cell.dwell, ground);
  if (!time.ok) return time;
  const findings = new Set<Finding>(time.value);
  for (const band of ground.bands) {
    const place = placeInBand(band.basis === 'panel' ? panel : bottle.value, band);
    if (place === 'over') findings.add('overLabel');
    if (place === 'under') findings.add('underLabel');
  }
  const place = ground.use && placeOnPanel(panel, ground.use);
  if (place === 'overCeiling') findings.add('overCeiling');
  if (place === 'underFloor') findings.add('underFloor');
  return accept({ bottle: bottle.value, panel, findings: FINDINGS.filter((f) => findings.has(f)) });
}

function judgeDwell(dwell: CellDwell | null, { name, use, traits }: Ground): Outcome<Finding[]> {
  if (!dwell) return accept([]);
  const { shortestS, fromS, toS } = dwell;
  if (fromS > toS) {
    return refuse(
      'dwell.order',
      'Dwell',
      `Dwell from ${formatDuration(fromS)} is longer than to ${formatDuration(toS)}.`,
      'Type the shorter time first, such as 3 to 5 min.',
    );
  }
  if (shortestS > fromS) {
    return refuse(
      'dwell.shortest',
      'Dwell',
      `The shortest useful dwell, ${formatDuration(shortestS)}, is longer than dwell from, ${formatDuration(fromS)}.`,
      `Type from ${formatDuration(shortestS)}, or lower the shortest.`,
    );
  }
  if (!use?.dwell) return accept([]);
  const { longestS } = use.dwell;
  if (toS > longestS && has(traits, 'neverExceedDwell')) {
    return refuse(
      'dwell.never',
      'Dwell',
      `${name} must never stay longer than ${formatDuration(longestS)}.`,
      `Type up to ${formatDuration(longestS)}; put it on a second time where that is not enough.`,
    );
  }
  return accept([
    ...(toS > longestS ? (['overLongest'] as const) : []),
    ...(fromS < use.dwell.shortestS ? (['underShortest'] as const) : []),
  ]);
}

/** What lies outside, with figures, and what would work instead. */
export function findingInWords(finding: Finding, ground: Ground): FindingWords {
  const { use, bands, q } = ground;
  const percent = (f: number | null | undefined) => formatLimit((f ?? 0) as Fraction);
  const [floor, ceiling] = [use?.panelFloor ?? 0, use?.panelCeiling ?? 1];
  const inBottle = (f: number) =>
    q < 1 ? `, ${percent(Math.min(1, f / q))} in the bottle at this draw` : '';
  const band = bands[0];
  switch (finding) {
    case 'overLabel':
      return {
        what: 'Stronger than its label.',
        remedy: `Stay at ${percent(band?.most)} ${where(band)} or under, or say why.`,
      };
    case 'underLabel':
      return {
        what: 'Weaker than its label.',
        remedy: `Stay at ${percent(band?.least)} ${where(band)} or over, or say why.`,
      };
    case 'overCeiling':
      return {
        what: `Over ${percent(ceiling)} on the panel.`,
        remedy: `Up to ${percent(ceiling)} there${inBottle(ceiling)}; a second application comes first. Or say why.`,
      };
    case 'underFloor':
      return {
        what: `Under ${percent(floor)} on the panel.`,
        remedy: `From ${percent(floor)} there${inBottle(floor)}. Or say why.`,
      };
    case 'overLongest':
      return {
        what: `Longer than ${formatDuration(use?.dwell?.longestS ?? 0)}.`,
        remedy: 'Put it on a second time instead, or say why.',
      };
    case 'underShortest':
      return {
        what: `Shorter than the ${formatDuration(use?.dwell?.shortestS ?? 0)} it needs.`,
        remedy: 'Give it longer, or say why.',
      };
  }
}

const where = (band: Band | undefined): string =>
  band?.basis === 'panel' ? 'on the panel' : band?.basis === 'bucket' ? 'in the bucket' : 'in the bottle';

/**
 * What stands in the way of publishing a cell: a hard refusal, or a limit left without a reason.
 *
 * @returns accepted, where nothing does
 */
export function mayPublish(cell: MixCell, onPanel: boolean, ground: Ground): Outcome<null> {
  const judged = judgeCell(cell, onPanel, ground);
  const soil = SOIL_NAMES[cell.soil];
  if (!judged.ok) return { ...judged, reason: `At ${soil}: ${judged.reason}` };
  const [first] = judged.value.findings;
  if (!first || cell.reason.trim() !== '') return accept(null);
  const { what, remedy } = findingInWords(first, ground);
  return refuse('recipe.reason', 'Reason', `At ${soil}: ${what} It needs a reason.`, remedy);
}
