import type { Draw } from '#core/delivery/draw.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';
import { t } from '../lib/speech.ts';

const percent = (q: number) => formatPercent(Number(q.toPrecision(2)) as Fraction);

/** A draw with how well it is known: `8.9 %, 8.4 to 9.4, by 4 runs`, `not measured: typical 8 %, could be 4 to 14`. */
export function drawInWords({ q, known, from, to }: Draw, runs?: number): string {
  const range = from !== null && to !== null ? t('{0} to {1}', bare(from), bare(to)) : '';
  switch (known) {
    case 'never':
      return t('not measured: typical {0}, could be {1}', percent(q), range);
    case 'oneRun':
      return t('{0} by one run, a tenth either way', percent(q));
    case 'measured':
      return `${percent(q)}, ${range}${runs ? t(', by {0} runs', runs) : ''}`;
  }
}

const bare = (q: number) => percent(q).replace(' %', '');
