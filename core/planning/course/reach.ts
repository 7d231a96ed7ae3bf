import type { PanelOf } from '../../soil/panels.ts';
import type { StepKind } from '../steps.ts';

// Where what is wet runs to: what is laid, rinsed or washed on one part of a vehicle ends up on others.

/** The parts a vehicle has here: wheel, tyre and arch of a corner are one. */
const PARTS = [
  'roof',
  'glass',
  'bonnet',
  'upperRight',
  'upperLeft',
  'lowerRight',
  'lowerLeft',
  'front',
  'rear',
  'FR',
  'RR',
  'RL',
  'FL',
] as const;
type Part = (typeof PARTS)[number];

/** What runs down from a part lands on these. Source: the planning rules of the trade; a corner splashes what is beside it. */
const RUNS_ONTO: Record<Part, readonly Part[]> = {
  roof: ['glass', 'upperRight', 'upperLeft'],
  glass: ['bonnet', 'upperRight', 'upperLeft', 'rear'],
  bonnet: ['front'],
  upperRight: ['lowerRight'],
  upperLeft: ['lowerLeft'],
  lowerRight: ['FR', 'RR'],
  lowerLeft: ['FL', 'RL'],
  front: ['FR', 'FL'],
  rear: ['RR', 'RL'],
  FR: ['lowerRight', 'front'],
  RR: ['lowerRight', 'rear'],
  RL: ['lowerLeft', 'rear'],
  FL: ['lowerLeft', 'front'],
};

/** Parts as bits, so that two sets of them are compared at once. */
export type Parts = number;
const bit = (part: Part): Parts => 1 << PARTS.indexOf(part);

/** The parts some panels are of; stretches of one panel are the same part. */
export const partsOf = (panels: readonly Pick<PanelOf, 'id'>[]): Parts =>
  panels.reduce((all, { id }) => all | bit(partOf(id.split(' ')[0] as string)), 0);

const partOf = (panelId: string): Part =>
  (/^(?:wheel|tyre|arch)(..)$/.exec(panelId)?.[1] as Part | undefined) ?? (panelId as Part);

const onceDown = (parts: Parts): Parts =>
  PARTS.reduce(
    (all, part) => (parts & bit(part) ? RUNS_ONTO[part].reduce((sum, to) => sum | bit(to), all) : all),
    parts,
  );

function allDown(parts: Parts): Parts {
  let [all, next] = [parts, onceDown(parts)];
  while (next !== all) [all, next] = [next, onceDown(next)];
  return all;
}

/** What a rinse from the top washes down over everything below; from a corner, front or rear it only splashes. */
const FROM_THE_TOP: Parts =
  bit('roof') |
  bit('glass') |
  bit('bonnet') |
  bit('upperRight') |
  bit('upperLeft') |
  bit('lowerRight') |
  bit('lowerLeft');

const RINSES: readonly StepKind[] = ['cool', 'firstRinse', 'wheelRinse', 'rinse', 'finalRinse'];
const WET: readonly StepKind[] = [
  'tyre',
  'arch',
  'wheel',
  'wheelIron',
  'spotSoak',
  'preWash',
  'foam',
  'preSoak',
  'contact',
  'lime',
  'tar',
  'iron',
  'clay',
];

export const isRinsing = (kind: StepKind): boolean => RINSES.includes(kind);

/** The parts that get wet of a kind of work on some parts; none where it is wiped, dried or done at the bench. */
export function reachOf(kind: StepKind, parts: Parts): Parts {
  if (isRinsing(kind)) return allDown(parts & FROM_THE_TOP) | onceDown(parts);
  return WET.includes(kind) ? onceDown(parts) : 0;
}
