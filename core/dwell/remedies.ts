import { accept, type Outcome } from '../outcome.ts';
import { formatDuration } from '../units/duration.ts';
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

export type Remedy = {
  readonly kind: RemedyKind;
  readonly what: string;
  /** What it would give, in words. */
  readonly gives: string;
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
const REMIST_AT = 0.8;

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
  const offer = (kind: RemedyKind, what: string, would: Outcome<WorkingWindow>) => {
    const of = would.ok ? would.value : null;
    found.push({
      kind,
      what,
      gives: of ? givesInWords(of) : refusedInWords(would),
      opens: of?.opens ?? false,
      window: of,
    });
  };
  const with_ = (more: Partial<WindowAsked>): Outcome<WorkingWindow> => workingWindow({ ...asked, ...more });
  const always = (of: Weather): Outlook => [{ fromS: 0, weather: of }];

  const cooled = { start: { kind: 'rinsed', waterC: TAP_C } } as const;
  if (asked.start.kind !== 'rinsed') offer('cool', 'Cool it by rinsing first', with_(cooled));
  const sunny = weather.sky === 'sun' || weather.sky === 'bright';
  const shade = always({ ...weather, sky: 'shade' });
  if (sunny) offer('shade', 'Work in the shade, the panel cooled', with_({ outlook: shade, ...cooled }));
  // By then a panel that was felt or measured is as warm as that hour makes it.
  const then = asked.start.kind === 'measured' ? ({ start: { kind: 'dry' } } as const) : {};
  const better = hours
    .map((hour) => ({ hour, gives: with_({ outlook: always(hour.weather), ...then }) }))
    .find(({ gives }) => gives.ok && gives.value.opens);
  if (better) offer('later', `Wait until ${better.hour.at}`, better.gives);

  const first = asked.layers[0] as Layer;
  const held = now.ok ? now : with_(cooled);
  if (held.ok && held.value.beginsS !== null) {
    const atS = Math.max(1, Math.round(REMIST_AT * held.value.beginsS));
    const again = { ...first, atS, timing: null };
    const start = now.ok ? {} : cooled;
    offer(
      'remist',
      `Re-mist after ${formatDuration(atS)}`,
      with_({ layers: [...asked.layers, again], ...start }),
    );
  }
  const reach = found.find((r) => r.opens)?.window ?? null;
  const m2 = reach && largestArea(reach, work);
  if (m2 !== null && m2 > 0) {
    const piece =
      m2 >= work.wholeM2 ? 'all of it at once' : `pieces of up to ${Number(m2.toPrecision(2))} m²`;
    found.push({
      kind: 'smaller',
      what: 'Smaller pieces',
      gives: `with the first that works: ${piece}`,
      opens: m2 > 0.1,
      window: null,
    });
  }
  if (now.ok && now.value.rinseByS >= LEAST_CONTACT_S) {
    const times = Math.ceil(shortestS / now.value.rinseByS);
    const each = formatDuration(Math.floor(now.value.rinseByS));
    if (times <= 3) {
      const what = `Accept a short dwell, ${times === 3 ? 'three times' : 'twice'}`;
      found.push({ kind: 'twice', what, gives: `${each} each, rinsed between`, opens: true, window: null });
    }
  }
  found.push({
    kind: 'other',
    what: 'Another method',
    gives: 'a bucket or rinseless wash, panel by panel, or indoors',
    opens: true,
    window: null,
  });
  return found;
}

/** How much can be laid and rinsed in the same order before its first part is due, in m2. */
export function largestArea({ rinseByS, shortestS }: WorkingWindow, { apply, rinse }: Rates): number {
  return Math.max(0, rinseByS - shortestS) / (1 / apply + 1 / rinse);
}

function givesInWords({ rinseByS, shortestS, opens }: WorkingWindow): string {
  const by = `rinse by ${formatDuration(Math.floor(rinseByS))}`;
  if (!opens) return `${by}, still under the ${formatDuration(shortestS)} it needs`;
  return `${by}: ${formatDuration(Math.floor(rinseByS - shortestS))} to work in`;
}
const refusedInWords = (would: Outcome<WorkingWindow>): string => (would.ok ? '' : would.reason);

/** A window that there is, or why there is none and what would give one. */
export type WindowOrRemedies =
  | { readonly opens: true; readonly window: WorkingWindow }
  | {
      readonly opens: false;
      readonly window: WorkingWindow | null;
      readonly why: string;
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
  const why = now.ok
    ? `It begins to dry after about ${formatDuration(Math.floor(now.value.rinseByS))}, before the ${formatDuration(now.value.shortestS)} it needs to work.`
    : now.reason;
  return accept({
    opens: false,
    window: now.ok ? now.value : null,
    why,
    remedies: remediesFor(asked, work, hours),
  });
}
