// The kinds of product a shop washes with.

export const FAMILIES = [
  'neutralFoam',
  'alkalineFoam',
  'citrusPreWash',
  'allPurpose',
  'wheelGel',
  'ironRemover',
  'tarRemover',
  'insectSoak',
  'limeRemover',
  'neutralShampoo',
  'protectiveShampoo',
  'strippingShampoo',
  'rinseless',
  'waterless',
  'dryingAid',
  'clayLubricant',
  'panelWipe',
  'tyreDressing',
  'glass',
  'interior',
  'padCleaner',
  'other',
] as const;
export type Family = (typeof FAMILIES)[number];

export const FAMILY_NAMES: Record<Family, string> = {
  neutralFoam: 'Neutral foam',
  alkalineFoam: 'Alkaline foam',
  citrusPreWash: 'Citrus pre-wash',
  allPurpose: 'All-purpose cleaner',
  wheelGel: 'Wheel gel',
  ironRemover: 'Iron remover',
  tarRemover: 'Tar remover',
  insectSoak: 'Insect soak',
  limeRemover: 'Lime and cement remover',
  neutralShampoo: 'Neutral shampoo',
  protectiveShampoo: 'Protective shampoo',
  strippingShampoo: 'Stripping shampoo',
  rinseless: 'Rinseless wash',
  waterless: 'Waterless wash',
  dryingAid: 'Drying aid',
  clayLubricant: 'Clay lubricant',
  panelWipe: 'Panel wipe',
  tyreDressing: 'Tyre dressing',
  glass: 'Glass cleaner',
  interior: 'Interior cleaner',
  padCleaner: 'Pad cleaner',
  other: 'Something else',
};

/** Soaps whose dose rises with the hardness of the water; a rinseless wash softens its own. */
const SOAPS: readonly Family[] = ['neutralShampoo', 'protectiveShampoo', 'strippingShampoo'];
export const takesHardness = (family: Family): boolean => SOAPS.includes(family);
