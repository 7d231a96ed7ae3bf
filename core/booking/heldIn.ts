import { type Contents, volumeUl } from '../mixing/contents.ts';
import type { LotHold } from '../stock/lotHold.ts';

/** What a vessel holds by the books. */
export type HeldIn = {
  readonly vesselName: string;
  /** The batch by its code, as it is printed. */
  readonly code: string;
  readonly productId: number;
  readonly contents: Contents;
  /** Something else is in it as well: books from before may say so. */
  readonly mixed: boolean;
  /** The hold a lot in it is under. */
  readonly onHold: LotHold | null;
};

/** Whether there is anything in a vessel to go on with. */
export const isHeld = (held: HeldIn | null): held is HeldIn => held !== null && volumeUl(held.contents) > 0;
