import { accept, type Outcome, refuse } from '../outcome.ts';
import type { Direction } from '../recipes/recipe.ts';
import type { SoilLevel } from '../soil/soil.ts';
import { formatDuration } from '../units/duration.ts';
import type { Rates } from './remedies.ts';

// A person lays a product panel after panel and rinses panel after panel: the first has to work long enough, the last
// must not begin to dry. Which walk, in how many pieces, and how long to wait.

/** A panel to be done: how large, where, and its window. Times in seconds from when it was laid. */
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
 * @returns a refusal where even single panels can't be done in time, naming the first of them
 */
export function acrossVehicle(
  panels: readonly PanelWork[],
  rates: Rates,
  direction: Direction = 'any',
): Outcome<AcrossVehicle> {
  const most = Math.max(...panels.map((p) => p.soil));
  let best: (Best & { walk: Walk; order: PanelWork[] }) | null = null;
  for (const walk of walks(direction)) {
    const order = inOrder(panels, walk);
    const found = fewestPieces(order, walk, rates, most);
    if (found && (!best || better(found, best))) best = { ...found, walk, order };
  }
  if (!best || panels.length === 0) return refusedPanel(panels, rates);
  const { walk, order, cuts } = best;
  let fromS = 0;
  const sections = cuts.map(([first, after]) => {
    const piece = order.slice(first, after);
    const { waitS } = pieceOf(piece, walk, rates, most) as Piece;
    const times = timesOf(piece, walk, rates, waitS, fromS);
    fromS = Math.max(...times.map((t) => t.rinseToS));
    return { panels: times, waitS };
  });
  return accept({ walk, sections, totalS: fromS });
}

type Best = { pieces: number; contact: number; lastsS: number; cuts: [number, number][] };
const better = (a: Best, b: Best): boolean =>
  a.pieces !== b.pieces
    ? a.pieces < b.pieces
    : Math.abs(a.contact - b.contact) > 1e-9
      ? a.contact > b.contact
      : a.lastsS < b.lastsS - 1e-9;

/** The best way to cut a walk into pieces, by what is best up to each panel. */
function fewestPieces(order: readonly PanelWork[], walk: Walk, rates: Rates, most: number): Best | null {
  const upTo: (Best | null)[] = [{ pieces: 0, contact: 0, lastsS: 0, cuts: [] }];
  for (let after = 1; after <= order.length; after++) {
    let best: Best | null = null;
    for (let first = after - 1; first >= 0; first--) {
      const before = upTo[first];
      const piece = before && pieceOf(order.slice(first, after), walk, rates, most);
      if (!before || !piece) continue;
      const found: Best = {
        pieces: before.pieces + 1,
        contact: before.contact + piece.contact,
        lastsS: before.lastsS + piece.lastsS,
        cuts: [...before.cuts, [first, after]],
      };
      if (!best || better(found, best)) best = found;
    }
    upTo[after] = best;
  }
  return upTo[order.length] ?? null;
}

/** How long to wait between laying and rinsing a piece: for the dirtiest, up to what is recommended; null: no wait does. */
function pieceOf(piece: readonly PanelWork[], walk: Walk, rates: Rates, most: number): Piece | null {
  const times = timesOf(piece, walk, rates, 0, 0);
  let [least, longest] = [0, Number.POSITIVE_INFINITY];
  let wanted = Number.POSITIVE_INFINITY;
  const dirtiest = Math.max(...piece.map((p) => p.soil));
  piece.forEach((panel, i) => {
    const t = times[i] as PanelTimes;
    least = Math.max(least, panel.shortestS - (t.rinseFromS - t.applyToS));
    longest = Math.min(longest, panel.rinseByS - (t.rinseToS - t.applyFromS));
    if (panel.soil === dirtiest) wanted = Math.min(wanted, panel.toS - (t.rinseFromS - t.applyToS));
  });
  // Rinsed by then, not at it.
  if (least >= longest) return null;
  const waitS = Math.min(Math.max(least, wanted), longest - Math.min(1, (longest - least) / 2));
  const contact = piece.reduce((sum, panel, i) => {
    const t = times[i] as PanelTimes;
    return panel.soil === most ? sum + panel.m2 * (t.rinseFromS - t.applyToS + waitS) : sum;
  }, 0);
  return { waitS, contact, lastsS: Math.max(...times.map((t) => t.rinseToS)) + waitS };
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
  if (!tight) return refuse('dwell.noPanels', 'Zones', 'No zone is chosen.', 'Choose at least one.');
  const s = (seconds: number) => formatDuration(Math.max(0, Math.floor(seconds)));
  return refuse(
    'dwell.infeasible',
    'Zones',
    `Not even the ${tight.name} alone: laying takes ${s(tight.m2 / rates.apply)}, it has to work for ${s(tight.shortestS)}, rinsing takes ${s(tight.m2 / rates.rinse)}, and it has to be rinsed by ${s(tight.rinseByS)}.`,
    'Cool it and work in the shade, re-mist while it works, do half a panel at a time, or choose another method.',
  );
}
