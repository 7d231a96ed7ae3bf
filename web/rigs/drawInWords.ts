import type { Draw } from '#core/delivery/draw.ts';
import { formatPercent } from '#core/strength/formatStrength.ts';
import type { Fraction } from '#core/strength/strength.ts';

const percent = (q: number) => formatPercent(Number(q.toPrecision(2)) as Fraction);

/** A draw with how well it is known: `8.9 %, 8.4 to 9.4, by 4 runs`, `not measured: typical 8 %, could be 4 to 14`. */
export function drawInWords({ q, known, from, to }: Draw, runs?: number): string {
  const range = from !== null && to !== null ? `${bare(from)} to ${bare(to)}` : '';
  switch (known) {
    case 'never':
      return `not measured: typical ${percent(q)}, could be ${range}`;
    case 'oneRun':
      return `${percent(q)} by one run, a tenth either way`;
    case 'measured':
      return `${percent(q)}, ${range}${runs ? `, by ${runs} runs` : ''}`;
  }
}

const bare = (q: number) => percent(q).replace(' %', '');
