import type { Line, LineCheck } from '#contract/dispensers.ts';
import { strengthSaid, t } from '../../lib/speech.ts';

/** A ratio as the trade says it: `1:22`. */
export const ratioInWords = (ratio: number): string =>
  strengthSaid({ notation: 'parts', water: Number(ratio.toPrecision(3)) });

/** `1:22, 1:20.4 to 1:23.6, by 3 fills` or, of one fill, that it could be a tenth either way. */
export function checkInWords({
  ratio,
  from,
  to,
  runs,
}: Pick<LineCheck, 'ratio' | 'from' | 'to'> & { runs: readonly unknown[] }): string {
  if (from === null || to === null) return t('{0} by one fill, a tenth either way', ratioInWords(ratio));
  return t(
    '{0}, {1} to {2}, by {3} fills',
    ratioInWords(ratio),
    ratioInWords(from),
    ratioInWords(to),
    runs.length,
  );
}

/** What is to be done with a line before it is filled from, where anything is. */
export function dueInWords({
  due,
  check,
  checkDays,
}: Pick<Line, 'due' | 'check' | 'checkDays'>): string | null {
  if (due === 'never') return t('Not verified with this product and this tip.');
  if (check?.verdict.verdict === 'fault') return t('A fault was found: nobody fills from it.');
  if (due === 'overdue') return t('Verified more than {0} days ago.', checkDays);
  return null;
}
