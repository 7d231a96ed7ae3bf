import { accept, type Outcome, type Refusal } from '../outcome.ts';
import type { Weather } from './weather.ts';
import {
  type Layer,
  type Outlook,
  TAP_C,
  type WindowAsked,
  type WorkingWindow,
  workingWindow,
} from './workingWindow.ts';

// Where there is no working window: what would open one, in the order a detailer tries it, each worked out.

export const REMEDIES = ['cool', 'shade', 'later', 'remist', 'smaller', 'twice', 'other'] as const;
export type RemedyKind = (typeof REMEDIES)[number];

export type RemedyFacts = {
  readonly hour?: string;
  readonly atS?: number;
  /** The largest piece in m2; null where the whole can be laid at once. */
  readonly m2?: number | null;
  readonly times?: number;
  readonly eachS?: number;
};

export type Remedy = {
  readonly kind: RemedyKind;
  /** What it would take or give: the hour to wait for, when to re-mist, how large a piece, how often for how long. */
  readonly facts: RemedyFacts;
  /** Why it would give no window either; null where it does, or gives none of its own. */
  readonly refused: Refusal | null;
  /** Whether that is enough to work in. */
  readonly opens: boolean;
  /** The window it would give; null where it gives none of its own. */
  readonly window: WorkingWindow | null;
};

/** Rates a person works at, in m2/s: laying, by how it is put on, and rinsing. */
export type Rates = { readonly apply: number; readonly rinse: number };
/** The work: how fast, and how much there is to lay, in m2. */
export type Work = Rates & { readonly wholeM2: number };
export const RATES = { foam: 0.12, sprayer: 0.06, rinse: 0.06 } as const;

/** Rinsing for less than this is no second application. */
const LEAST_CONTACT_S = 20;
/** A re-mist is laid so far into the time until it would begin to dry. */
export const REMIST_AT = 0.8;

export type Hour = { readonly at: string; readonly weather: Weather };

/**
 * What would open a window, in order: cooling by rinsing, shade, another hour, a re-mist, a smaller area, a short dwell
 * with a second application, another method. Only what is not so already is offered.
 *
 * @param hours the weather of the coming hours, as far as it is known
 */
export function remediesFor(asked: WindowAsked, work: Work, hours: readonly Hour[] = []): Remedy[] {
  const now = workingWindow(asked);
  const weather = (asked.outlook[0] as Outlook[number]).weather;
  const shortestS = Math.max(...asked.layers.map((l) => l.atS + (l.timing?.shortestS ?? 0)));
  const found: Remedy[] = [];
  const offer = (kind: RemedyKind, would: Outcome<WorkingWindow>, facts: RemedyFacts = {}) => {
    const of = would.ok ? would.value : null;
    found.push({ kind, facts, refused: would.ok ? null : would, opens: of?.opens ?? false, window: of });
  };
  const with_ = (more: Partial<WindowAsked>): Outcome<WorkingWindow> => workingWindow({ ...asked, ...more });
  const always = (of: Weather): Outlook => [{ fromS: 0, weather: of }];

  const cooled = { start: { kind: 'rinsed', waterC: TAP_C } } as const;
  if (asked.start.kind !== 'rinsed') offer('cool', with_(cooled));
  const sunny = weather.sky === 'sun' || weather.sky === 'bright';
  const shade = always({ ...weather, sky: 'shade' });
  if (sunny) offer('shade', with_({ outlook: shade, ...cooled }));
  // By then a panel that was felt or measured is as warm as that hour makes it.
  const then = asked.start.kind === 'measured' ? ({ start: { kind: 'dry' } } as const) : {};
  const better = hours
    .map((hour) => ({ hour, gives: with_({ outlook: always(hour.weather), ...then }) }))
    .find(({ gives }) => gives.ok && gives.value.opens);
  if (better) offer('later', better.gives, { hour: better.hour.at });

  const first = asked.layers[0] as Layer;
  const held = now.ok ? now : with_(cooled);
  if (held.ok && held.value.beginsS !== null) {
    const atS = Math.max(1, Math.round(REMIST_AT * held.value.beginsS));
    const again = { ...first, atS, timing: null };
    const start = now.ok ? {} : cooled;
    offer('remist', with_({ layers: [...asked.layers, again], ...start }), { atS });
  }
  const reach = found.find((r) => r.opens)?.window ?? null;
  const m2 = reach && largestArea(reach, work);
  if (m2 !== null && m2 > 0) {
    const facts = { m2: m2 >= work.wholeM2 ? null : m2 };
    found.push({ kind: 'smaller', facts, refused: null, opens: m2 > 0.1, window: null });
  }
  if (now.ok && now.value.rinseByS >= LEAST_CONTACT_S) {
    const times = Math.ceil(shortestS / now.value.rinseByS);
    const facts = { times, eachS: now.value.rinseByS };
    if (times <= 3) found.push({ kind: 'twice', facts, refused: null, opens: true, window: null });
  }
  found.push({ kind: 'other', facts: {}, refused: null, opens: true, window: null });
  return found;
}

/** How much can be laid and rinsed in the same order before its first part is due, in m2. */
export function largestArea({ rinseByS, shortestS }: WorkingWindow, { apply, rinse }: Rates): number {
  return Math.max(0, rinseByS - shortestS) / (1 / apply + 1 / rinse);
}

/** A window that there is, or why there is none and what would give one. */
export type WindowOrRemedies =
  | { readonly opens: true; readonly window: WorkingWindow }
  | {
      readonly opens: false;
      readonly window: WorkingWindow | null;
      /** Why not, where it is not that it dries too soon. */
      readonly refused: Refusal | null;
      readonly remedies: readonly Remedy[];
    };

/** The working window, or where it does not open: why, and the remedies. A refusal where it freezes or blows too hard. */
export function windowOrRemedies(
  asked: WindowAsked,
  work: Work,
  hours: readonly Hour[] = [],
): Outcome<WindowOrRemedies> {
  const now = workingWindow(asked);
  if (now.ok && now.value.opens) return accept({ opens: true, window: now.value });
  if (!now.ok && now.code !== 'dwell.hotPanel') return now;
  return accept({
    opens: false,
    window: now.ok ? now.value : null,
    refused: now.ok ? null : now,
    remedies: remediesFor(asked, work, hours),
  });
}
