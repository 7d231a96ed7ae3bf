import type { Label, LabelSize, LabelPrinter as Shown } from '#contract/labels.ts';
import type { Queryable } from '../db/books.ts';
import { idOf } from '../equipment/queries.ts';
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

/** The stand-in that ships with the demo: it keeps every page it "printed", to be looked at. */
export const simulatedLabelPrinter: LabelPrinter = {
  kind: 'simulated',
  async print(tx, { batchId, label, size, copies, pdf, personId, now }) {
    return idOf(
      await tx.rows(
        `INSERT INTO printed_label (batch_id, size, copies, label, pdf, printed_at, printed_by)
         VALUES ($1, $2, $3, $4, $5, $6, $7) RETURNING id`,
        [batchId, size, copies, JSON.stringify(label), pdf, now, personId],
      ),
    );
  },
};

/** No label printer is connected. */
export const noLabelPrinter: LabelPrinter = {
  kind: 'none',
  async print() {
    throw problem(409, 'printer.none', {});
  },
};
