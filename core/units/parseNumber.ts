import { accept, type Outcome, refuse } from '../outcome.ts';
import type { Like } from '../refusals.ts';

const PLAIN = /^\d{1,12}(?:[.,]\d{1,9})?$|^[.,]\d{1,9}$/;
const THOUSANDS_OR_DECIMAL = /^[1-9]\d{0,2},\d{3}$/;
const COMMON = /^(?:(\d{1,6}) )?(\d{1,6})\/(\d{1,6})$/;

/**
 * The number a person typed: `750`, `0.75`, `0,75`, `.5`, `3/4`, `1 1/2`.
 *
 * Hexadecimal, exponents and words are refused, and so is `1,500`, which is 1.5 in one shop and 1500 in the next.
 * Never throws; the time taken does not depend on more than the first few dozen characters.
 *
 * @example parseNumber('1 1/2', 'Amount') // { ok: true, value: 1.5 }
 */
export function parseNumber(text: string, field: string, like: Like = 'number'): Outcome<number> {
  const typed = text.trim();
  if (typed === '') return refuse('number.missing', { field, like });
  if (typed.length > 30) {
    return refuse('number.unreadable', { field, typed, like });
  }
  if (/^[-\u2212\u2013]/.test(typed)) {
    return refuse('number.negative', { field, like });
  }
  if (THOUSANDS_OR_DECIMAL.test(typed)) {
    return refuse('number.ambiguous', { field, typed });
  }
  if (PLAIN.test(typed)) return accept(Number(typed.replace(',', '.')));
  const common = COMMON.exec(typed);
  if (common) {
    const [, whole = '0', top, bottom] = common;
    if (Number(bottom) > 0) return accept(Number(whole) + Number(top) / Number(bottom));
    return refuse('number.unreadable', { field, typed, like });
  }
  return refuse('number.unreadable', { field, typed, like });
}

/**
 * A number with the unit its field is in behind it, which may be left out. A unit alone is no number; nor is it nothing.
 *
 * @param unit how that unit is written, at the end
 * @example parseWithUnit('145 mm', /\s*mm\s*$/i, 'Depth') // { ok: true, value: 145 }
 */
export function parseWithUnit(text: string, unit: RegExp, field: string, like?: Like): Outcome<number> {
  const figures = text.replace(unit, '');
  return parseNumber(figures.trim() === '' ? text : figures, field, like);
}
