import type { Contents } from '../mixing/contents.ts';
import type { LotHold } from '../stock/lotHold.ts';
import { microlitres } from '../units/volume.ts';

/** What a vessel holds by the books. */
export type HeldIn = {
  /** The batch by its code, as it is printed. */
  readonly code: string;
  readonly productId: number;
  readonly productName: string;
  /** All of it, and of that product, in microlitres. */
  readonly ul: number;
  readonly productUl: number;
  /** Another product is in it as well: books from before, and pours put right, may say so. */
  readonly mixed: boolean;
  /** The hold a lot in it is under. */
  readonly onHold: LotHold | null;
};

export type HeldInVessel = HeldIn & { readonly vesselName: string };

/** What a vessel holds as product and water. */
export const contentsIn = ({ ul, productUl }: Pick<HeldIn, 'ul' | 'productUl'>): Contents => ({
  productUl: microlitres(productUl),
  waterUl: microlitres(ul - productUl),
});

/** Whether there is anything in a vessel to go on with. */
export const isHeld = <H extends HeldIn>(held: H | null): held is H => held !== null && held.ul > 0;
