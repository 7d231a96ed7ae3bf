// Products and containers out of a file of comma-separated values.

import type { Refusal } from '#core/outcome.ts';

export const IMPORT_KINDS = ['containers', 'products'] as const;
export type ImportKind = (typeof IMPORT_KINDS)[number];

/** The headings of a file, as they are written; any order, any case, those marked may be left out. */
export const IMPORT_COLUMNS: Record<
  ImportKind,
  readonly { name: string; needed: boolean; note: string; sample: string }[]
> = {
  containers: [
    { name: 'Product', needed: true, note: 'as it is called here', sample: 'Lime Kiln Foam' },
    { name: 'Kind', needed: true, note: 'bottle, jug, pail, drum or tank', sample: 'pail' },
    { name: 'Size', needed: true, note: 'such as 20 L', sample: '20 L' },
    { name: 'In it now', needed: false, note: 'nothing: it is full', sample: '12.5 L' },
    { name: 'Where', needed: true, note: 'one of the shop’s places', sample: 'Store' },
    { name: 'Lot', needed: false, note: '', sample: 'LK-2311' },
    { name: 'Price', needed: false, note: 'of a full one, such as 98.00', sample: '98.00' },
    { name: 'Best before', needed: false, note: 'such as 2027-05-31', sample: '2027-05-31' },
    { name: 'Open', needed: false, note: 'yes or no', sample: 'yes' },
  ],
  products: [
    { name: 'Product', needed: true, note: '', sample: 'Lime Kiln Foam' },
    { name: 'Family', needed: true, note: 'what it is, such as neutral foam', sample: 'Neutral foam' },
    { name: 'How it comes', needed: true, note: 'ready to use, concentrate or hyper', sample: 'concentrate' },
    { name: 'Label strength', needed: false, note: 'as printed, such as 1:10', sample: '1:10' },
    { name: 'For', needed: false, note: 'what that strength is for', sample: 'Everyday' },
    { name: 'Density', needed: false, note: 'grams to the millilitre', sample: '1.03' },
    { name: 'Caution', needed: false, note: '', sample: 'Irritates eyes.' },
  ],
};

/** What is wrong with one row: its line in the file, the column, why, and what would work. */
export type BadRow = { line: number; column: string; value: string } & Pick<Refusal, 'code' | 'facts'>;
export type ImportState = 'checking' | 'ready' | 'refused' | 'booking' | 'done' | 'cancelled' | 'failed';
export type CsvImport = {
  id: number;
  kind: ImportKind;
  fileName: string;
  state: ImportState;
  total: number;
  checked: number;
  booked: number;
  bad: BadRow[];
  badRows: number;
  /** The first rows as they were understood. */
  sample: { line: number; words: string[] }[];
};
export const IMPORT_MOST_ROWS = 20_000;
export const IMPORT_MOST_BYTES = 4_000_000;
