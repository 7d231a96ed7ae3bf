/** How a product can be put on. */
export const DELIVERIES = [
  'trigger',
  'pumpSprayer',
  'cannon',
  'hoseGun',
  'bucket',
  'cloth',
  'dispenser',
] as const;
export type Delivery = (typeof DELIVERIES)[number];
export const DELIVERY_NAMES: Record<Delivery, string> = {
  trigger: 'trigger bottle',
  pumpSprayer: 'pump sprayer',
  cannon: 'foam cannon',
  hoseGun: 'hose-end gun',
  bucket: 'bucket',
  cloth: 'cloth or pad',
  dispenser: 'wall dispenser',
};
