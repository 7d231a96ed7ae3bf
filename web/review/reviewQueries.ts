import { queryOptions } from '@tanstack/react-query';
import type { Review, ReviewCosts } from '#contract/review.ts';
import { get } from '../lib/api.ts';

/** What was poured and wasted by month, of the days the address asks for. */
export const reviewCostsQuery = (days: string) =>
  queryOptions({
    queryKey: ['movements', 'review-costs', days],
    queryFn: () => get<ReviewCosts>(`/review/costs?${days}`),
  });

/** What else is told by month. */
export const reviewQuery = (days: string) =>
  queryOptions({ queryKey: ['movements', 'review', days], queryFn: () => get<Review>(`/review?${days}`) });
