import { useDevice } from '../state/theme.ts';
import { useQuery } from '../state/useQuery.ts';
import { labelPrinterQuery, printLabel } from './labels.ts';

/** Prints the label of each new batch by itself, where there is a label printer and this device is set to. */
export function usePrintEach(): (batch: { batchId: number; batchCode: string }) => void {
  const { data: printer } = useQuery(labelPrinterQuery);
  const { printEach, labelSize } = useDevice();
  return ({ batchId, batchCode }) => {
    if (!printEach || printer?.kind !== 'simulated') return;
    // A whole sheet for one bottle would be a waste: the roll takes the single ones.
    const size = labelSize === 'a4' ? 'large' : labelSize;
    // The slip's own Label button says what is wrong, and prints it then.
    printLabel({ batchId, code: batchCode }, { size, copies: 1 }).catch(() => undefined);
  };
}
