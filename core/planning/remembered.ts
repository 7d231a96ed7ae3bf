import type { Assessment, SeenField } from './assessment.ts';

/** What stays as it is from one wash to the next. */
const STAYS: readonly SeenField[] = [
  'body',
  'colour',
  'material',
  'axles',
  'protection',
  'beads',
  'swirled',
  'specials',
  'glazing',
];

/** Of what was said of a vehicle, what is still so when it comes again: never how dirty it was, nor where it stood. */
export const remembered = (said: Assessment): Assessment =>
  Object.fromEntries(STAYS.flatMap((field) => (field in said ? [[field, said[field]]] : [])));
