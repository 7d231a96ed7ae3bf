import type { InferType } from 'yup';
import { exactly, finite, oneOf } from './fields.ts';

// Labels: what stands on a bottle or a bucket, and what the label printer has put out.

/** A roll of large or of small labels, or an A4 sheet of eight. */
export const LABEL_SIZES = ['large', 'small', 'a4'] as const;
export type LabelSize = (typeof LABEL_SIZES)[number];
export const LABEL_SIZE_NAMES: Record<LabelSize, string> = {
  large: 'Roll, 100 x 62 mm',
  small: 'Roll, 62 x 29 mm',
  a4: 'A4 sheet, eight to a page',
};
/** Labels on an A4 sheet. */
export const LABELS_ON_A4 = 8;

export const BUCKET_ROLES = ['wash', 'rinse', 'wheels'] as const;
export type BucketRole = (typeof BUCKET_ROLES)[number];

/** A bottle label as it is printed: words, no longer figures. */
export type BottleLabel = {
  kind: 'bottle';
  code: string;
  productName: string;
  /** As it is written and as a share: `1:12, 7.7 %`. */
  strength: string;
  fraction: number;
  whatFor: string[];
  hazards: string[];
  care: string;
  personName: string;
  madeOn: string;
  useBy: string | null;
  /** What is mixed from, not a mix. */
  isStock?: boolean;
  shopName: string;
  /** Where the QR code leads on the shop's network. */
  address: string;
};
export type BucketLabel = { kind: 'bucket'; role: BucketRole };
export type Label = BottleLabel | BucketLabel;

const size = () => oneOf('Size', LABEL_SIZES);
const copies = () => finite('Copies', 1, 24).integer().meta({ remedy: 'Give a number from 1 to 24.' });

/** Sends a batch's label to the label printer. */
export const printBody = exactly({ size: size(), copies: copies() });
export type PrintBody = InferType<typeof printBody>;
/** Sends bucket labels to the label printer. */
export const printBucketBody = exactly({ role: oneOf('Role', BUCKET_ROLES), size: size(), copies: copies() });

/** What the label printer put out, newest first. */
export type PrintedLabel = {
  id: number;
  code: string | null;
  what: string;
  size: LabelSize;
  copies: number;
  at: string;
  personName: string;
};
/** The label printer: the stand-in that ships with the demo, or none. */
export type LabelPrinter = { kind: 'simulated' | 'none'; printed: PrintedLabel[] };
