import { accept, type Outcome, refuse } from '../outcome.ts';
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
 * The time a person typed, in seconds: `4` and `4 min` are minutes, `30 s` seconds, `1:30` both.
 *
 * @param most the longest that makes sense, in seconds
 * @example parseDuration('1:30', 'Dwell from') // { ok: true, value: 90 }
 */
export function parseDuration(text: string, field: string, most = 7_200): Outcome<number> {
  const typed = text.slice(0, 40).trim().toLowerCase();
  const clock = /^(\d{1,3}):([0-5]\d)(?:\s*min)?$/.exec(typed);
  const seconds = clock ? accept(Number(clock[1]) * 60 + Number(clock[2])) : withUnit(typed, field);
  if (!seconds.ok) return seconds;
  const whole = Math.round(seconds.value);
  if (whole >= 1 && whole <= most) return accept(whole);
  return refuse(
    'duration.range',
    field,
    `${field} is not between 1 second and ${formatDuration(most)}.`,
    'Type it like 4 min, 30 s or 1:30.',
  );
}

function withUnit(typed: string, field: string): Outcome<number> {
  const split = typed.search(/[a-z]/);
  const amount = parseNumber(split < 0 ? typed : typed.slice(0, split), field);
  if (!amount.ok) return { ...amount, remedy: 'Type it like 4 min, 30 s or 1:30.' };
  const word = split < 0 ? '' : typed.slice(split).trim();
  const unit = Object.hasOwn(UNITS, word) ? UNITS[word] : undefined;
  if (unit) return accept(amount.value * unit);
  return refuse(
    'duration.unit',
    field,
    `${field}: "${word}" is not a unit of time.`,
    'Use s or min, such as 4 min.',
  );
}

/**
 * Seconds as people say them.
 *
 * @example formatDuration(90) // '1 min 30 s'
 */
export function formatDuration(seconds: number): string {
  const [min, s] = [Math.floor(seconds / 60), Math.round(seconds % 60)];
  return [min > 0 && `${min} min`, (s > 0 || min === 0) && `${s} s`].filter(Boolean).join(' ');
}
