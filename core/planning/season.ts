import type { SoilKind } from '../soil/soil.ts';

/** What soil is usual between two months of a year, both counted in. Source: seeds of the trade, for the north. */
const SEASONS: readonly {
  readonly from: number;
  readonly to: number;
  readonly kinds: readonly SoilKind[];
}[] = [
  { from: 11, to: 3, kinds: ['trafficFilm', 'salt'] },
  { from: 4, to: 10, kinds: ['trafficFilm'] },
  { from: 5, to: 9, kinds: ['organic'] },
];

/**
 * What soil is assumed on a day where nobody said.
 *
 * @param day as `2026-05-04`
 * @param here what is usual where the shop is all the year round
 * @example soilOfSeason('2026-01-20') // traffic film and salt
 */
export function soilOfSeason(day: string, here: readonly SoilKind[] = []): SoilKind[] {
  const month = Number(day.slice(5, 7));
  const now = SEASONS.filter(({ from, to }) =>
    from <= to ? month >= from && month <= to : month >= from || month <= to,
  ).flatMap((season) => season.kinds);
  return [...new Set([...now, ...here])];
}
