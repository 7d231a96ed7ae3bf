import type { LabelPrinter } from '../../server/devices/labelPrinter.ts';
import { idOf } from '../../server/equipment/queries.ts';

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
