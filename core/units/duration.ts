import { accept, type Outcome, refuse } from '../outcome.ts';
import type { Like } from '../refusals.ts';
import { parseNumber } from './parseNumber.ts';

const UNITS: Record<string, number> = {
  '': 60,
  s: 1,
  sec: 1,
  secs: 1,
  second: 1,
  seconds: 1,
  min: 60,
  mins: 60,
  m: 60,
  minute: 60,
  minutes: 60,
};

/**
 * The time a person typed, in seconds: `4` and `4 min` are minutes, `30 s` seconds, `1:30` and `1 min 30 s` both.
 *
 * @param most the longest that makes sense, in seconds
 * @example parseDuration('1:30', 'Dwell from') // { ok: true, value: 90 }
 */
export function parseDuration(
  text: string,
  field: string,
  most = 7_200,
  like: Like = 'duration',
): Outcome<number> {
  const typed = text.slice(0, 40).trim().toLowerCase();
  const clock =
    /^(\d{1,3}):([0-5]\d)(?:\s*min)?$/.exec(typed) ?? /^(\d{1,3})\s*min\s+([0-5]?\d)\s*s$/.exec(typed);
  const seconds = clock ? accept(Number(clock[1]) * 60 + Number(clock[2])) : withUnit(typed, field, like);
  if (!seconds.ok) return seconds;
  const whole = Math.round(seconds.value);
  if (whole >= 1 && whole <= most) return accept(whole);
  return refuse('duration.range', { field, mostS: most, like });
}

function withUnit(typed: string, field: string, like: Like): Outcome<number> {
  const split = typed.search(/[a-z]/);
  const amount = parseNumber(split <= 0 ? typed : typed.slice(0, split), field, like);
  if (!amount.ok) return amount;
  const word = split < 0 ? '' : typed.slice(split).trim();
  const unit = Object.hasOwn(UNITS, word) ? UNITS[word] : undefined;
  if (unit) return accept(amount.value * unit);
  return refuse('duration.unit', { field, typed: word });
}

/**
 * Seconds as people say them.
 *
 * @example formatDuration(90) // '1 min 30 s'
 * @example formatDuration(119.6) // '2 min'
 */
export function formatDuration(seconds: number): string {
  const whole = Math.round(seconds);
  const [min, s] = [Math.floor(whole / 60), whole % 60];
  return [min > 0 && `${min} min`, (s > 0 || min === 0) && `${s} s`].filter(Boolean).join(' ');
}

/**
 * A span of time a person typed, in seconds: `3-5`, `3 to 5 min`, `30 s to 1 min`, or one time for both ends. A unit
 * after the second alone is the first one's too.
 *
 * @example parseDurationRange('3-5', 'Dwell') // { ok: true, value: { fromS: 180, toS: 300 } }
 */
export function parseDurationRange(
  text: string,
  field: string,
): Outcome<{ readonly fromS: number; readonly toS: number }> {
  const [first = '', ...after] = text.slice(0, 60).split(/\s*(?:-|\u2013|\u2212|\bto\b)\s*/i);
  const second = after.length > 0 ? after.join('-') : undefined;
  // Half a span is none.
  if (second !== undefined && (first.trim() === '' || second.trim() === ''))
    return refuse('number.unreadable', { field, typed: text.slice(0, 60).trim(), like: 'durationRange' });
  const unit = /[a-z]+\s*$/i.exec(second ?? '')?.[0] ?? '';
  const withUnit = second !== undefined && !/[a-z:]/i.test(first) ? `${first} ${unit}` : first;
  const from = parseDuration(withUnit, field, undefined, 'durationRange');
  if (!from.ok) return from;
  const to = second === undefined ? from : parseDuration(second, field, undefined, 'durationRange');
  if (!to.ok) return to;
  return accept({ fromS: from.value, toS: to.value });
}

/**
 * A span of time as briefly as people write it.
 *
 * @example formatDurationRange(180, 300) // '3–5 min'
 */
export function formatDurationRange(fromS: number, toS: number): string {
  if (fromS === toS) return formatDuration(fromS);
  const minutes = fromS % 60 === 0 && toS % 60 === 0;
  const half = fromS % 30 === 0 && toS % 30 === 0 && toS > 60;
  if (minutes || half) return `${fromS / 60}–${toS / 60} min`;
  return toS < 60 ? `${fromS}–${toS} s` : `${formatDuration(fromS)} – ${formatDuration(toS)}`;
}
