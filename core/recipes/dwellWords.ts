import { formatDuration } from '../units/duration.ts';
import type { CellDwell } from './recipe.ts';

/** A dwell as it is read on a card: `3 min to 5 min, not under 1 min`. */
export function dwellInWords(dwell: CellDwell | null): string {
  if (!dwell) return '–';
  const { shortestS, fromS, toS } = dwell;
  const range = fromS === toS ? formatDuration(fromS) : `${formatDuration(fromS)} to ${formatDuration(toS)}`;
  return shortestS < fromS ? `${range}, not under ${formatDuration(shortestS)}` : range;
}
