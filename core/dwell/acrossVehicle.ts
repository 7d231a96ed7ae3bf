import { accept, type Outcome, refuse } from '../outcome.ts';
import type { Direction } from '../recipes/recipe.ts';
import type { SoilLevel } from '../soil/soil.ts';
import type { Rates } from './remedies.ts';

// A person lays a product panel after panel and rinses panel after panel: the first has to work long enough, the last
// must not begin to dry. Which walk, in how many pieces, and how long to wait.

/** A panel to be done: how large, where, and its times, in seconds from when it was laid. */
export type PanelWork = {
  readonly id: string;
  readonly name: string;
  readonly m2: number;
  /** 0 at the sills, 2 on top. */
  readonly tier: number;
  /** Clockwise from the front. */
  readonly around: number;
  readonly soil: SoilLevel;
  readonly shortestS: number;
  /** Recommended to: what the dirtiest panels are given where there is time. */
  readonly toS: number;
  readonly rinseByS: number;
};

export type Walk = {
  readonly from: 'bottomUp' | 'topDown';
  readonly turn: 'clockwise' | 'anticlockwise';
  /** Rinsed in the order it was laid, or the other way round. */
  readonly rinse: 'same' | 'reverse';
};

/** When a panel is laid and rinsed, in seconds from the beginning. */
export type PanelTimes = {
  readonly id: string;
  readonly applyFromS: number;
  readonly applyToS: number;
  readonly rinseFromS: number;
  readonly rinseToS: number;
};

export type Section = { readonly panels: readonly PanelTimes[]; readonly waitS: number };
export type AcrossVehicle = {
  readonly walk: Walk;
  readonly sections: readonly Section[];
  readonly totalS: number;
};

/** The eight walks, or the four of a recipe's own direction. */
export function walks(direction: Direction): Walk[] {
  const froms = (['bottomUp', 'topDown'] as const).filter(
    (from) => direction === 'any' || direction === from,
  );
  return froms.flatMap((from) =>
    (['clockwise', 'anticlockwise'] as const).flatMap((turn) =>
      (['same', 'reverse'] as const).map((rinse) => ({ from, turn, rinse })),
    ),
  );
}

/** Panels in the order of a walk. */
export function inOrder(panels: readonly PanelWork[], { from, turn }: Walk): PanelWork[] {
  const up = from === 'bottomUp' ? 1 : -1;
  const round = turn === 'clockwise' ? 1 : -1;
  // The front stands first both ways round.
  const place = (p: PanelWork) => (round > 0 ? p.around : (8 - p.around) % 8);
  return [...panels].sort((a, b) => up * (a.tier - b.tier) || place(a) - place(b));
}

/** One piece: what is laid, a wait, and what is rinsed. */
type Piece = { readonly waitS: number; readonly lastsS: number; readonly contact: number };

/**
 * The best walk: in the fewest pieces, then with the most time for the dirtiest panels, then the shortest. Every panel is
 * held to `rinse start - laid >= shortest useful` and `rinse end - begun to lay < rinse by`.
 *
 * @param rates in m2/s
 * @param how.againS more is laid over it so many seconds after it was laid, in the same order: a piece is laid by then, and
 *   taken off after that; null where it is laid once
 * @param how.mostM2 no piece is larger, in m2
 * @returns a refusal where even single panels can't be done in time, naming the first of them
 */
export function acrossVehicle(
  panels: readonly PanelWork[],
  rates: Rates,
  direction: Direction = 'any',
  how: Partial<Pieces> = {},
): Outcome<AcrossVehicle> {
  const pieces = { againS: null, mostM2: Number.POSITIVE_INFINITY, ...how };
  const most = Math.max(...panels.map((p) => p.soil));
  let best: (Best & { walk: Walk; order: PanelWork[] }) | null = null;
  for (const walk of walks(direction)) {
    const order = inOrder(panels, walk);
    const found = fewestPieces(order, walk, rates, most, pieces);
    if (found && (!best || better(found, best))) best = { ...found, walk, order };
  }
  if (!best || panels.length === 0) return refusedPanel(panels, rates);
  const { walk, order, cuts } = best;
  let fromS = 0;
  const sections = cuts.map(({ first, after, waitS }) => {
    const times = timesOf(order.slice(first, after), walk, rates, waitS, fromS);
    fromS = Math.max(...times.map((t) => t.rinseToS));
    return { panels: times, waitS };
  });
  return accept({ walk, sections, totalS: fromS });
}

/** What a piece is held to besides its panels' windows. */
export type Pieces = { readonly againS: number | null; readonly mostM2: number };

type Cut = { readonly first: number; readonly after: number; readonly waitS: number };
type Best = { pieces: number; contact: number; lastsS: number; cuts: readonly Cut[] };
const better = (a: Best, b: Best): boolean =>
  a.pieces !== b.pieces
    ? a.pieces < b.pieces
    : Math.abs(a.contact - b.contact) > 1e-9
      ? a.contact > b.contact
      : a.lastsS < b.lastsS - 1e-9;

/** The best way to cut a walk into pieces, by what is best up to each panel. */
function fewestPieces(
  order: readonly PanelWork[],
  walk: Walk,
  rates: Rates,
  most: number,
  pieces: Pieces,
): Best | null {
  const sums = sumsOf(order, rates);
  const upTo: (Best | null)[] = [{ pieces: 0, contact: 0, lastsS: 0, cuts: [] }];
  for (let after = 1; after <= order.length; after++) {
    let best: Best | null = null;
    for (let first = after - 1; first >= 0; first--) {
      const before = upTo[first];
      const piece = before && pieceOf(order, sums, first, after, walk, most, pieces);
      if (!before || !piece) continue;
      const found: Best = {
        pieces: before.pieces + 1,
        contact: before.contact + piece.contact,
        lastsS: before.lastsS + piece.lastsS,
        cuts: [...before.cuts, { first, after, waitS: piece.waitS }],
      };
      if (!best || better(found, best)) best = found;
    }
    upTo[after] = best;
  }
  return upTo[order.length] ?? null;
}

/** What a walk takes up to each panel: laying and rinsing, in seconds. */
type Sums = { readonly laid: readonly number[]; readonly rinsed: readonly number[] };

function sumsOf(order: readonly PanelWork[], rates: Rates): Sums {
  const [laid, rinsed] = [[0], [0]];
  for (const { m2 } of order) {
    laid.push((laid.at(-1) as number) + m2 / rates.apply);
    rinsed.push((rinsed.at(-1) as number) + m2 / rates.rinse);
  }
  return { laid, rinsed };
}

/**
 * How long to wait between laying and rinsing the panels from one of a walk up to another: for the dirtiest, up to what is
 * recommended; null where no wait does.
 */
function pieceOf(
  order: readonly PanelWork[],
  { laid, rinsed }: Sums,
  first: number,
  after: number,
  walk: Walk,
  most: number,
  { againS, mostM2 }: Pieces,
): Piece | null {
  const at = (sums: readonly number[], i: number) => sums[i] as number;
  /** How long a panel is left with no wait at all: what is laid after it, and rinsed before it. */
  const left = (i: number) =>
    at(laid, after) -
    at(laid, i + 1) +
    (walk.rinse === 'same' ? at(rinsed, i) - at(rinsed, first) : at(rinsed, after) - at(rinsed, i + 1));
  if (againS !== null && at(laid, after) - at(laid, first) > againS) return null;
  let [least, longest] = [againS ?? 0, Number.POSITIVE_INFINITY];
  let [wanted, dirtiest] = [Number.POSITIVE_INFINITY, -1];
  let [m2, contact, wholeM2] = [0, 0, 0];
  for (let i = first; i < after; i++) {
    const panel = order[i] as PanelWork;
    const contactS = left(i);
    const wholeS = contactS + at(laid, i + 1) - at(laid, i) + at(rinsed, i + 1) - at(rinsed, i);
    least = Math.max(least, panel.shortestS - contactS);
    longest = Math.min(longest, panel.rinseByS - wholeS);
    // Rinsed by then, not at it; a sum of seconds is no closer than this.
    if (longest - least < 1e-6) return null;
    if (panel.soil > dirtiest) [dirtiest, wanted] = [panel.soil, Number.POSITIVE_INFINITY];
    if (panel.soil === dirtiest) wanted = Math.min(wanted, panel.toS - contactS);
    if (panel.soil === most) [m2, contact] = [m2 + panel.m2, contact + panel.m2 * contactS];
    wholeM2 += panel.m2;
  }
  if (wholeM2 > mostM2) return null;
  const waitS = Math.min(Math.max(least, wanted), longest - Math.min(1, (longest - least) / 2));
  const lastsS = at(laid, after) - at(laid, first) + waitS + at(rinsed, after) - at(rinsed, first);
  return { waitS, contact: contact + m2 * waitS, lastsS };
}

function timesOf(
  piece: readonly PanelWork[],
  walk: Walk,
  rates: Rates,
  waitS: number,
  fromS: number,
): PanelTimes[] {
  let at = fromS;
  const takes = (s: number): [fromS: number, toS: number] => {
    at += s;
    return [at - s, at];
  };
  const laid = piece.map(({ id, m2 }) => {
    const [applyFromS, applyToS] = takes(m2 / rates.apply);
    return { id, applyFromS, applyToS };
  });
  at += waitS;
  const rinsed = new Map<string, [number, number]>();
  for (const { id, m2 } of walk.rinse === 'same' ? piece : [...piece].reverse()) {
    rinsed.set(id, takes(m2 / rates.rinse));
  }
  return laid.map((times) => {
    const [rinseFromS, rinseToS] = rinsed.get(times.id) as [number, number];
    return { ...times, rinseFromS, rinseToS };
  });
}

function refusedPanel(panels: readonly PanelWork[], rates: Rates): Outcome<AcrossVehicle> {
  const takes = ({ m2 }: PanelWork) => m2 / rates.apply + m2 / rates.rinse;
  const tight = [...panels].sort(
    (a, b) => a.rinseByS - a.shortestS - takes(a) - (b.rinseByS - b.shortestS - takes(b)),
  )[0];
  if (!tight) return refuse('dwell.noPanels', {});
  return refuse('dwell.infeasible', {
    zone: tight.name,
    applyS: tight.m2 / rates.apply,
    shortestS: tight.shortestS,
    rinseS: tight.m2 / rates.rinse,
    rinseByS: tight.rinseByS,
  });
}
