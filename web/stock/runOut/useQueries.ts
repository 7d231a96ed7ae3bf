import { queryOptions } from '@tanstack/react-query';
import type { UseAhead, UseByDay } from '#contract/stock.ts';
import { get } from '../../lib/api.ts';

/** What was used of each product, day by day; a pour moves it. */
export const useByDayQuery = queryOptions({
  queryKey: ['movements', 'use-by-day'],
  queryFn: () => get<UseByDay>('/movements/use-by-day'),
});
/** What the jobs on the list will take. */
export const useAheadQuery = queryOptions({
  queryKey: ['jobs', 'ahead'],
  queryFn: () => get<UseAhead>('/jobs/ahead'),
  staleTime: 0,
});
