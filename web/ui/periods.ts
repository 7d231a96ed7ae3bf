import {
  addDays,
  endOfMonth,
  lightFormat,
  parse,
  startOfMonth,
  startOfWeek,
  subDays,
  subMonths,
} from 'date-fns';
import { t } from '../lib/speech.ts';

/** Days from and to, both counted in, as `2026-05-04`. */
export type Period = { readonly from: string; readonly to: string };

export const PERIODS = ['today', 'yesterday', 'week', 'month', 'lastMonth', 'year'] as const;
export type PeriodName = (typeof PERIODS)[number];
export const PERIOD_WORDS: () => Record<PeriodName, string> = () => ({
  today: t('today'),
  yesterday: t('yesterday'),
  week: t('this week'),
  month: t('this month'),
  lastMonth: t('last month'),
  year: t('the last twelve months'),
});

const DAY = 'yyyy-MM-dd';

/**
 * The days a period stands for, weeks beginning on Monday.
 *
 * @param today the day it is in the shop
 */
export function periodOf(name: PeriodName, today: string): Period {
  const day = parse(today, DAY, new Date());
  const between = (from: Date, to: Date): Period => ({
    from: lightFormat(from, DAY),
    to: lightFormat(to, DAY),
  });
  switch (name) {
    case 'today':
      return between(day, day);
    case 'yesterday':
      return between(subDays(day, 1), subDays(day, 1));
    case 'week':
      return between(startOfWeek(day, { weekStartsOn: 1 }), day);
    case 'month':
      return between(startOfMonth(day), day);
    case 'lastMonth':
      return between(startOfMonth(subMonths(day, 1)), endOfMonth(subMonths(day, 1)));
    case 'year':
      return between(addDays(subMonths(day, 12), 1), day);
  }
}

/** The period that days stand for, where they stand for one; the shorter, where two are the same days. */
export const periodNamed = ({ from, to }: Period, today: string): PeriodName | null =>
  PERIODS.find((name) => {
    const period = periodOf(name, today);
    return period.from === from && period.to === to;
  }) ?? null;
