import type { Hazard } from '#core/products/record.ts';

/** What the first-aid card shows of a product. Nobody has to be signed in to read it. */
export type FirstAidProduct = {
  id: number;
  name: string;
  firstAid: string;
  spill: string;
  hazards: Hazard[];
  care: { gloves: boolean; eyes: boolean; air: boolean };
  /** The id of its newest safety data sheet; null where none is attached. */
  sheetId: number | null;
};

/** Everything on the first-aid card: whom to call, and each product in use. */
export type FirstAidCard = { emergencyNumber: string; poisonNumber: string; products: FirstAidProduct[] };
