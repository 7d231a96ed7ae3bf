import type { Label, LabelSize, LabelPrinter as Shown } from '#contract/labels.ts';
import type { Queryable } from '../db/books.ts';
import { problem } from '../http/problems.ts';

/** A label on its way to paper. */
export type PrintJob = {
  batchId: number | null;
  label: Label;
  size: LabelSize;
  copies: number;
  pdf: Uint8Array;
  personId: number;
  now: Date;
};

/** What prints labels, real or not: takes a finished page and says under which number it went out. */
export type LabelPrinter = {
  readonly kind: Shown['kind'];
  print(tx: Queryable, job: PrintJob): Promise<number>;
};

/** No label printer is connected. */
export const noLabelPrinter: LabelPrinter = {
  kind: 'none',
  async print() {
    throw problem(409, 'printer.none', {});
  },
};
