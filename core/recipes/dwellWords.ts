import { inEnglish, type Say } from '../say.ts';
import { formatDuration } from '../units/duration.ts';
import type { CellDwell } from './recipe.ts';

/** A dwell as it is read on a card: `3 min to 5 min, not under 1 min`. */
export function dwellInWords(dwell: CellDwell | null, say: Say = inEnglish): string {
  if (!dwell) return '–';
  const { shortestS, fromS, toS } = dwell;
  const range =
    fromS === toS ? formatDuration(fromS) : say('{0} to {1}', formatDuration(fromS), formatDuration(toS));
  return shortestS < fromS ? say('{0}, not under {1}', range, formatDuration(shortestS)) : range;
}
