import { type Sentence, toSay } from '../say.ts';
import type { WashZone } from './levels.ts';

// What is done to a vehicle now and then, by days that have passed; what a vehicle was last given, and when it is due.

/** What is remembered of a vehicle: which of its zones, and after how many days it is usually due again; null: never by date. */
const TREATMENTS = {
  ironWheels: { everyDays: 30, zones: ['wheels'] },
  ironLow: { everyDays: 30, zones: ['lowers', 'rear'] },
  ironAll: {
    everyDays: 90,
    zones: ['glass', 'roof', 'bonnet', 'uppers', 'lowers', 'front', 'rear'],
  },
  deepWheels: { everyDays: 90, zones: ['wheels', 'tyres', 'arches'] },
  protection: { everyDays: 75, zones: ['roof', 'bonnet', 'uppers', 'lowers', 'front', 'rear'] },
  clay: { everyDays: null, zones: ['roof', 'bonnet', 'uppers', 'lowers', 'front', 'rear'] },
} as const satisfies Record<string, { everyDays: number | null; zones: readonly WashZone[] }>;
export type Treatment = keyof typeof TREATMENTS;
export const TREATMENT_KINDS = Object.keys(TREATMENTS) as Treatment[];

/** After how many days each is due again, by the shop; what it didn't choose is as usual. */
export type EveryDays = Partial<Record<Dated, number>>;
export type Dated = Exclude<Treatment, 'clay'>;
/** Those that are due by date. */
export const DATED = TREATMENT_KINDS.filter((t): t is Dated => TREATMENTS[t].everyDays !== null);
export const USUAL_EVERY_DAYS = Object.fromEntries(DATED.map((t) => [t, TREATMENTS[t].everyDays])) as Record<
  Dated,
  number
>;

export const TREATMENT_NAMES: Record<Treatment, string> = {
  ironWheels: 'Iron, wheels',
  ironLow: 'Iron, lower sides and rear',
  ironAll: 'Iron, all over',
  deepWheels: 'Wheels, deep',
  protection: 'Protection',
  clay: 'Clay',
};

/** What is said where one is due and a plan doesn't do it. */
export const LEFT_DUE: Record<Treatment, Sentence> = {
  ironWheels: toSay('Iron on the wheels, which is due'),
  ironLow: toSay('Iron on lower sides and rear, which is due'),
  ironAll: toSay('Iron all over, which is due'),
  deepWheels: toSay('Wheels gone through deep, which is due'),
  protection: toSay('Protection, which is due'),
  clay: toSay('Clay, which is due'),
};

/** When it was done last, as `2026-05-04`. */
export type Treated = { readonly treatment: Treatment; readonly day: string };

/** Where a vehicle stands with one of them. `never`: nothing is on record, and nothing is due for that. */
export type Interval = {
  readonly treatment: Treatment;
  readonly lastDay: string | null;
  readonly dueDay: string | null;
  readonly state: 'never' | 'fine' | 'soon' | 'due';
};

/** So many days before, it is said to be coming. */
const SOON_DAYS = 10;
const DAY_MS = 86_400_000;

const plusDays = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T12:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10);

/**
 * Where a vehicle stands with everything that is done by date: what was done to all of it counts for its parts too.
 *
 * @param today as `2026-05-04`
 * @param every the shop's own days
 */
export function intervalsOf(done: readonly Treated[], today: string, every: EveryDays = {}): Interval[] {
  return TREATMENT_KINDS.map((treatment) => {
    const everyDays = treatment === 'clay' ? null : (every[treatment] ?? USUAL_EVERY_DAYS[treatment]);
    const lastDay = lastOf(done, treatment);
    const dueDay = lastDay !== null && everyDays !== null ? plusDays(lastDay, everyDays) : null;
    return { treatment, lastDay, dueDay, state: stateOf(lastDay, dueDay, today) };
  });
}

function lastOf(done: readonly Treated[], treatment: Treatment): string | null {
  const days = done
    .filter((d) => d.treatment === treatment || (treatment === 'ironLow' && d.treatment === 'ironAll'))
    .map((d) => d.day)
    .sort();
  return days.at(-1) ?? null;
}

function stateOf(lastDay: string | null, dueDay: string | null, today: string): Interval['state'] {
  if (lastDay === null) return 'never';
  if (dueDay === null) return 'fine';
  if (dueDay <= today) return 'due';
  return dueDay <= plusDays(today, SOON_DAYS) ? 'soon' : 'fine';
}

/** What is due on a day. */
export const dueOn = (done: readonly Treated[], today: string, every: EveryDays = {}): Treatment[] =>
  intervalsOf(done, today, every)
    .filter((i) => i.state === 'due')
    .map((i) => i.treatment);
