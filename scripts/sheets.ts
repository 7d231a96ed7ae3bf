import { writeFileSync } from 'node:fs';
import { FAMILY_NAMES } from '#core/products/family.ts';
import { careInWords, HAZARD_NAMES } from '#core/products/record.ts';
import { familyStart, recordStart } from '#core/products/starts.ts';
import { products } from '../demo/products.ts';
import { SHEETS, sheetFile } from '../demo/sheets.ts';
import { pdfOf } from '../server/documents/documents.ts';

// Makes the demo's safety data sheets anew: made up like everything else in it, and saying so.

for (const name of SHEETS) {
  const product = products.find((p) => p.name === name);
  if (!product) throw new Error(`the demo has no ${name}`);
  const record = { ...recordStart(product.family), ...product.record };
  const has = product.has ?? familyStart(product.family).has;
  const section = (title: string, text: string) => [
    { text: title, bold: true, fontSize: 12, margin: [0, 10, 0, 2] as [number, number, number, number] },
    { text: text || 'Nothing to tell.', fontSize: 10 },
  ];
  const pdf = await pdfOf({
    info: { title: `${name}, safety data sheet (made up)` },
    pageSize: 'A4',
    pageMargins: 56,
    content: [
      { text: 'Safety data sheet', font: 'Archivo', fontSize: 11 },
      { text: name, font: 'Archivo', bold: true, fontSize: 24 },
      {
        text: 'Made up for the demo shop. It describes no real product and must not be used for one.',
        fontSize: 10,
      },
      ...section('1 What it is', FAMILY_NAMES[product.family]),
      ...section('2 Hazards', record.hazards.map((h) => HAZARD_NAMES[h]).join(', ')),
      ...section('3 What is in it that matters', has.join(', ')),
      ...section('4 First aid', record.firstAid),
      ...section('6 If it is spilt', record.spill),
      ...section(
        '7 Storage',
        record.storeFromC === null
          ? 'Closed and upright.'
          : `Above ${record.storeFromC} °C, closed and upright.`,
      ),
      ...section('8 What to put on', careInWords(record.care)),
      ...section('9 pH', record.phNeat === null ? 'Not stated.' : `${record.phNeat} neat`),
    ],
  });
  writeFileSync(sheetFile(name), pdf);
}
