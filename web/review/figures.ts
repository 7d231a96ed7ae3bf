import { locale, t } from '../lib/speech.ts';

/** A share as people say it: `28 %`, `−3 %`, `0.4 %` where it is less than one. */
export function percent(share: number): string {
  const of = Math.abs(share * 100);
  const figure = of > 0 && of < 1 ? of.toFixed(1) : String(Math.round(of));
  return `${share < 0 && Number(figure) > 0 ? '−' : ''}${figure} %`;
}

/** Between two figures, with their unit said once: `24 to 32 %`. */
export const percentRange = ({ low, high }: { low: number; high: number }): string =>
  t('{0} to {1}', percent(low), percent(high));

/** The months from the first to the last of these, none left out, as `2026-04`. */
export function monthsOf(months: readonly string[]): string[] {
  const sorted = [...new Set(months)].sort();
  const [first, last] = [sorted[0], sorted.at(-1)];
  const all: string[] = [];
  for (let month = first; month && last && month <= last; month = next(month)) all.push(month);
  return all;
}

function next(month: string): string {
  const [year = 0, of = 0] = month.split('-').map(Number);
  return of === 12 ? `${year + 1}-01` : `${year}-${String(of + 1).padStart(2, '0')}`;
}

/** A month as it is said on an axis: `Apr`, and with its year in January. */
export const monthInWords = (month: string, always = false): string => {
  const [year = 0, of = 1] = month.split('-').map(Number);
  const name = new Date(Date.UTC(year, of - 1, 15)).toLocaleString(locale(), {
    month: 'short',
    timeZone: 'UTC',
  });
  return always || of === 1 ? `${name} ${year}` : name;
};
