/** Something between two bounds: it lies between them nine times of ten. */
export type Between = { readonly low: number; readonly mid: number; readonly high: number };

/** The middle nine tenths of what was found, with the best guess between them. */
export function middle(found: readonly number[], mid: number): Between {
  const sorted = [...found].sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))] ?? mid;
  return { low: Math.min(mid, at(0.05)), mid, high: Math.max(mid, at(0.95)) };
}

export const times = ({ low, mid, high }: Between, by: number): Between => ({
  low: low * by,
  mid: mid * by,
  high: high * by,
});
