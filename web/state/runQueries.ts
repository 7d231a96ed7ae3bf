import { queryOptions } from '@tanstack/react-query';
import type { LaidOn, LearnedRow, Run, RunHead } from '#contract/runs.ts';
import type { Learned } from '#core/planning/learned.ts';
import { get } from '../lib/api.ts';

// What is asked about runs.

/** Runs that go on, and the last that are over. */
export const runsQuery = queryOptions({ queryKey: ['runs'], queryFn: () => get<RunHead[]>('/runs') });
export const runQuery = (key: string) =>
  queryOptions({ queryKey: ['runs', key], queryFn: () => get<Run>(`/runs/${key}`) });
/** What runs say beside the seeds. */
export const learnedQuery = queryOptions({
  queryKey: ['runs', 'learned'],
  queryFn: () => get<Learned>('/runs/learned'),
});
export const learnedRowsQuery = queryOptions({
  queryKey: ['runs', 'learned', 'rows'],
  queryFn: () => get<LearnedRow[]>('/runs/learned/rows'),
});
/** Which vehicles had a product, at a strength from one to another. */
export const laidQuery = (productId: number, from: number, to: number) =>
  queryOptions({
    queryKey: ['runs', 'laid', productId, from, to],
    queryFn: () => get<LaidOn[]>(`/runs/laid?product=${productId}&from=${from}&to=${to}`),
  });
/** The runs of a job. */
export const runsOfJobQuery = (jobId: number) =>
  queryOptions({ queryKey: ['runs', 'job', jobId], queryFn: () => get<RunHead[]>(`/runs?job=${jobId}`) });
