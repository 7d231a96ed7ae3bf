import { normalFrom, uniformFrom } from '../mixing/random.ts';
import type { Booked } from './booked.ts';
import { LEAST_WEEKS, seasonOf, type Used, WEEK, type Week, weeksOf, weightOf } from './weeks.ts';

// When a product runs out: what was used in the last weeks is drawn from again and again, week by week, and what vehicles on
// the list take is added in the place of what vehicles took then.

/** As many courses are drawn. */
export const PATHS = 2_000;
/** How much is used in a day is told of so many weeks. */
const NEAR_WEEKS = 4;
const NEAR_PATHS = 400;
/** Beyond a year nothing is said. */
const MOST_WEEKS = 52;
const DAYS_OF_WEEK = Array.from({ length: WEEK }, (_, day) => day);

/** One of ten courses comes to no more, half of them, nine of ten. */
export type Three<T> = { readonly p10: T; readonly p50: T; readonly p90: T };

export type RunOut = {
  /** Whole days until there is none left: in one course of ten, in half, in nine of ten; null: not within a year. */
  readonly days: Three<number | null>;
  /** What is used in a day, as likely more as less, over the next four weeks, in microlitres. */
  readonly dayUl: number;
  /** What is left at the end of each coming week, in microlitres. */
  readonly left: readonly Three<number>[];
  /** How many weeks it was drawn from. */
  readonly weeks: number;
  /** Last year's season is in it. */
  readonly seasonal: boolean;
};

/** Why nothing can be said: it was never used, or for too few weeks. */
export type TooLittle = { readonly weeks: number; readonly needs: number };

/**
 * When a product runs out, by a bootstrap of whole weeks: each course first draws which of the last weeks it knows, so that
 * few weeks are not taken for more than they are, then week after week one of those, as last year's season raises or lowers
 * it.
 *
 * @param stockUl what there is, in microlitres, 0 or more
 * @param seed the same seed draws the same courses
 * @param unsure how far forecasts of this product were off besides what the courses differ by, as a share
 * @param booked what the list says; null: nothing, all use is drawn
 * @example a product used 1 L a week, 4 L there: out after 4 weeks in every course
 */
export function runOut(
  used: Used,
  stockUl: number,
  seed: number,
  { unsure = USUALLY_UNSURE, booked = null }: Reckoned = {},
): RunOut | TooLittle {
  const weeks = weeksOf(used);
  if (weeks.length < LEAST_WEEKS) return { weeks: weeks.length, needs: LEAST_WEEKS };
  const season = seasonOf(used, MOST_WEEKS);
  const courses = new Courses(weeks.length, seed, unsure);
  const outDays = new Float64Array(PATHS);
  const left: Float64Array[] = Array.from({ length: MOST_WEEKS }, () => new Float64Array(PATHS));
  for (let path = 0; path < PATHS; path++) {
    const known = courses.known();
    let level = courses.level();
    let stock = stockUl;
    let out = stock > 0 ? Number.POSITIVE_INFINITY : 0;
    for (let week = 0; week < MOST_WEEKS && out === Number.POSITIVE_INFINITY; week++) {
      level = courses.wander(level);
      const factor = (season[week] as number) * level;
      const drawn = weeks[courses.one(known)] as Week;
      for (let day = 0; day < WEEK; day++) {
        const ul = dayUl(drawn, day, { ahead: week * WEEK + day, factor, booked });
        stock -= ul;
        if (stock <= 0 && ul > 0) {
          out = week * WEEK + day + 1;
          stock = 0;
          break;
        }
      }
      (left[week] as Float64Array)[path] = stock;
    }
    outDays[path] = out;
  }
  const days = threeOf(outDays);
  const finite = (n: number): number | null => (Number.isFinite(n) ? n : null);
  const near = comingUse(used, NEAR_WEEKS, seed, { unsure, booked }, NEAR_PATHS);
  const shown = Number.isFinite(days.p90) ? Math.ceil(days.p90 / WEEK) : MOST_WEEKS;
  return {
    days: { p10: finite(days.p10), p50: finite(days.p50), p90: finite(days.p90) },
    dayUl: (near?.p50 ?? 0) / (NEAR_WEEKS * WEEK),
    left: left.slice(0, Math.max(1, shown)).map(threeOf),
    weeks: weeks.length,
    seasonal: season.some((factor) => factor !== 1),
  };
}

/** What a forecast reckons with beside what was used. */
export type Reckoned = { readonly unsure?: number; readonly booked?: Booked | null };

type Coming = { readonly ahead: number; readonly factor: number; readonly booked: Booked | null };

/**
 * What is used on a day that comes, as it was on one that is over: of what was for vehicles then, as much as is not on the list
 * yet so many days ahead, and what the list itself takes. Last year's season and how custom wanders are none of the list's.
 */
function dayUl({ ul, forJobsUl }: Week, day: number, { ahead, factor, booked }: Coming): number {
  const all = ul[day] as number;
  if (!booked) return all * factor;
  const listed = booked.listed[ahead] ?? 0;
  return (all - (forJobsUl[day] as number) * listed) * factor + (booked.ul[ahead] ?? 0);
}

/**
 * What will be used in so many coming weeks: the same courses, summed.
 *
 * @param unsure as above; 0 tells how far the courses alone differ
 * @returns microlitres; null where nothing can be said
 */
export function comingUse(
  used: Used,
  ahead: number,
  seed: number,
  { unsure = USUALLY_UNSURE, booked = null }: Reckoned,
  paths = PATHS,
): Three<number> | null {
  const weeks = weeksOf(used);
  if (weeks.length < LEAST_WEEKS) return null;
  const season = seasonOf(used, ahead);
  // Of each week that is over by each that comes: what of it goes with custom, and what the list takes.
  const sumOf = (of: (day: number) => number) => DAYS_OF_WEEK.reduce((sum, day) => sum + of(day), 0);
  const totals = Array.from({ length: ahead }, (_, week) =>
    weeks.map((drawn) =>
      sumOf((day) =>
        dayUl(drawn, day, { ahead: week * WEEK + day, factor: 1, booked: booked && { ...booked, ul: [] } }),
      ),
    ),
  );
  const fixed = Array.from({ length: ahead }, (_, week) =>
    sumOf((day) => booked?.ul[week * WEEK + day] ?? 0),
  );
  const courses = new Courses(weeks.length, seed, unsure);
  const sums = new Float64Array(paths);
  for (let path = 0; path < paths; path++) {
    const known = courses.known();
    let [sum, level] = [0, courses.level()];
    for (let week = 0; week < ahead; week++) {
      level = courses.wander(level);
      const drawn = totals[week]?.[courses.one(known)] as number;
      sum += drawn * (season[week] as number) * level + (fixed[week] as number);
    }
    sums[path] = sum;
  }
  return threeOf(sums);
}

/** How far forecasts are off at first, as a share, before any has been held against what came. */
export const USUALLY_UNSURE = 0.05;
/** How far the level wanders in a week, as a share: what is used changes with custom. */
const WANDERS = 0.065;

/** Draws courses of use: which weeks each knows, and how its level wanders. */
class Courses {
  readonly #uniform: () => number;
  readonly #normal: () => number;
  /** The weeks by how much each counts, summed up. */
  readonly #upTo: number[] = [];

  readonly #unsure: number;

  constructor(weeks: number, seed: number, unsure: number) {
    this.#uniform = uniformFrom(seed);
    this.#normal = normalFrom(this.#uniform);
    let [sum, age] = [0, 0];
    for (let back = 0; back < weeks; back++) {
      sum += weightOf(back);
      age += weightOf(back) * (back + 0.5);
      this.#upTo.push(sum);
    }
    // Since the weeks it is drawn from, custom has wandered already.
    this.#unsure = Math.hypot(unsure, WANDERS * Math.sqrt(age / sum));
  }

  /** As many weeks as there are, drawn with what they count. */
  known(): number[] {
    return this.#upTo.map(() => {
      const at = this.#uniform() * (this.#upTo.at(-1) as number);
      return this.#upTo.findIndex((upTo) => at < upTo);
    });
  }

  one = (of: readonly number[]): number => of[Math.floor(this.#uniform() * of.length)] as number;
  level = (): number => Math.exp(this.#unsure * this.#normal() - this.#unsure ** 2 / 2);
  wander = (level: number): number => level * Math.exp(WANDERS * this.#normal() - WANDERS ** 2 / 2);
}

function threeOf(values: Float64Array): Three<number> {
  const sorted = Float64Array.from(values).sort();
  const at = (share: number) =>
    sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] as number;
  return { p10: at(0.1), p50: at(0.5), p90: at(0.9) };
}
