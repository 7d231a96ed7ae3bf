import { type Backtest, backtest } from './backtest.ts';
import type { Booked } from './booked.ts';
import { type RunOut, runOut, type TooLittle } from './runOut.ts';
import type { Used } from './weeks.ts';

// When a product runs out, with how well the same would have been foretold before.

export type Forecast = {
  readonly productId: number;
  /** What there is, in microlitres. */
  readonly stockUl: number;
  readonly out: RunOut | TooLittle;
  readonly test: Backtest;
};

export type ForecastAsked = {
  readonly productId: number;
  readonly stockUl: number;
  readonly used: Used;
  /** What the vehicles on the list take; null: all use is drawn. */
  readonly booked: Booked | null;
};

/** @returns the soonest first, by the day it runs out in one course of ten; what can't be foretold last */
export function forecasts(asked: readonly ForecastAsked[]): Forecast[] {
  return asked
    .map(({ productId, stockUl, used, booked }): Forecast => {
      const test = backtest(used, productId);
      return {
        productId,
        stockUl,
        test,
        out: runOut(used, stockUl, productId, { unsure: test.unsure, booked }),
      };
    })
    .sort((a, b) => soonest(a) - soonest(b) || a.productId - b.productId);
}

export const canTell = (out: RunOut | TooLittle): out is RunOut => 'days' in out;

/**
 * By when a product is ordered so that it comes in time nine times in ten, in days from today: 0 is today, or should have been.
 *
 * @param leadDays how many days its supplier takes
 * @returns null where it does not run out within a year, nine times in ten
 */
export const orderBy = ({ days }: RunOut, leadDays: number): number | null =>
  days.p10 === null ? null : Math.max(0, days.p10 - leadDays);

const soonest = ({ out }: Forecast): number =>
  canTell(out) ? (out.days.p10 ?? Number.MAX_SAFE_INTEGER - 1) : Number.MAX_SAFE_INTEGER;

/** Use by how many days back it was, 1 for yesterday, as a row of days. */
export function usedOf(
  days: number,
  open: readonly number[],
  used: readonly (readonly [back: number, ul: number, forJobsUl: number])[],
): Used {
  const ul = Array.from({ length: days }, () => 0);
  const forJobsUl = [...ul];
  const isOpen = Array.from({ length: days }, () => false);
  for (const back of open) isOpen[days - back] = true;
  for (const [back, amount, forJobs] of used) {
    ul[days - back] = amount;
    forJobsUl[days - back] = forJobs;
  }
  return { ul, forJobsUl, open: isOpen };
}
