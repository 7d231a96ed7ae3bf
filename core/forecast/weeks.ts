// What a shop used of a product, day by day, cut into weeks that begin on today's weekday.

export const WEEK = 7;
/** As many weeks back as are drawn from: twelve in which the shop was open. Source: run-out of the trade's stock rules. */
const WEEKS_BACK = 12;
/** Fewer say nothing of what comes. */
export const LEAST_WEEKS = 3;
/** A year that keeps its weekdays. */
const YEAR_DAYS = 364;

/** Use of a product by calendar day, in microlitres, the newest last: `ul[ul.length - 1]` is yesterday's. */
export type Used = {
  readonly ul: readonly number[];
  /** How much of that was mixed for a vehicle on the list. */
  readonly forJobsUl: readonly number[];
  /** Whether the shop poured anything on that day. */
  readonly open: readonly boolean[];
};

/** Seven days of use, in order, and how much of each was for a vehicle on the list. */
export type Week = { readonly ul: readonly number[]; readonly forJobsUl: readonly number[] };

/**
 * The last twelve weeks in which the shop was open, the newest first; closed weeks say nothing of use, and what lies before
 * the product was first used is none of it.
 */
export function weeksOf({ ul, forJobsUl, open }: Used): Week[] {
  const first = ul.findIndex((used) => used > 0);
  const weeks: Week[] = [];
  if (first < 0) return weeks;
  for (let end = ul.length; end - WEEK >= first && weeks.length < WEEKS_BACK; end -= WEEK) {
    const from = end - WEEK;
    if (open.slice(from, end).some(Boolean))
      weeks.push({ ul: ul.slice(from, end), forJobsUl: forJobsUl.slice(from, end) });
  }
  return weeks;
}

/** A week so much older counts half. */
const HALF_LIFE_WEEKS = 6;
/** How much a week counts that lies so many open weeks back. */
export const weightOf = (back: number): number => 0.5 ** (back / HALF_LIFE_WEEKS);

/** How far a season is believed: last year was one year. */
const BELIEVED = 0.6;
const LEAST_FACTOR = 0.4;
const MOST_FACTOR = 2.5;
/** Weeks on either side that are taken with one, so that one job more is no season. */
const BESIDE = 2;

/**
 * By what factor use will differ from the last weeks in each of the coming weeks, as last year's did; 1 where there is no
 * last year.
 *
 * @param weeks how many weeks ahead
 */
export function seasonOf({ ul, open }: Used, weeks: number): number[] {
  const none = Array.from({ length: weeks }, () => 1);
  const then = ul.length - YEAR_DAYS;
  const since = ul.findIndex((used) => used > 0);
  // The same weeks a year ago stand behind as many before them.
  if (since < 0 || then - WEEKS_BACK * WEEK < since) return none;
  const mean = (from: number, to: number): number | null => {
    let [sum, days] = [0, 0];
    for (let day = Math.max(since, from); day < Math.min(to, ul.length); day += WEEK) {
      if (!open.slice(day, day + WEEK).some(Boolean)) continue;
      for (const used of ul.slice(day, day + WEEK)) sum += used;
      days += WEEK;
    }
    return days > 0 ? sum / days : null;
  };
  let [sum, weight] = [0, 0];
  for (let back = 0; back < WEEKS_BACK; back++) {
    const week = mean(then - (back + 1) * WEEK, then - back * WEEK);
    if (week === null) continue;
    sum += week * weightOf(back);
    weight += weightOf(back);
  }
  const base = weight > 0 ? sum / weight : 0;
  if (base === 0) return none;
  return none.map((_, week) => {
    const around = mean(then + (week - BESIDE) * WEEK, then + (week + BESIDE + 1) * WEEK);
    if (around === null) return 1;
    return Math.min(MOST_FACTOR, Math.max(LEAST_FACTOR, (around / base) ** BELIEVED));
  });
}
