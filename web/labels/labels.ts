import { queryOptions } from '@tanstack/react-query';
import type { Batch } from '#contract/batches.ts';
import type { BucketRole, LabelPrinter, LabelSize, PrintBody } from '#contract/labels.ts';
import { get, post } from '../lib/api.ts';

export const labelPrinterQuery = queryOptions({
  queryKey: ['labels'],
  queryFn: () => get<LabelPrinter>('/labels'),
});
export const batchQuery = (idOrCode: string) =>
  queryOptions({ queryKey: ['batches', idOrCode], queryFn: () => get<Batch>(`/batches/${idOrCode}`) });

/** What a label is of: a batch, a container, or a bucket's role. */
export type LabelOf =
  | { batchId: number; code: string }
  | { containerId: number; code: string }
  | { role: BucketRole };

/** Where a label is to be had, as `pdf` to print or `png` to look at. */
export function labelPath(of: LabelOf, as: 'pdf' | 'png', size: LabelSize): string {
  if ('role' in of) return `/api/labels/bucket.${as}?role=${of.role}&size=${size}`;
  return `/api${rowPath(of)}/label.${as}?size=${size}`;
}

const rowPath = (of: Exclude<LabelOf, { role: BucketRole }>): string =>
  'batchId' in of ? `/batches/${of.batchId}` : `/containers/${of.containerId}`;

/** Sends a label to the label printer. */
export const printLabel = (of: LabelOf, job: PrintBody): Promise<{ id: number }> =>
  'role' in of ? post('/labels/buckets', { role: of.role, ...job }) : post(`${rowPath(of)}/labels`, job);
