import { placeOf } from '../server/places.ts';

/** The demo's products whose made-up safety data sheet is attached; the others show what it is like without one. */
export const SHEETS = ['Lime Kiln Foam', 'Clinker Hyper', 'Lime Splash Remover', 'Branch Line Iron Remover'];

export const sheetFile = (name: string): string =>
  placeOf(`demo/sheets/${name.toLowerCase().replaceAll(' ', '-')}.pdf`);
