import * as yup from 'yup';
import { MOST_KEPT } from '#core/photos/photos.ts';
import { exactly, note, rowId } from './fields.ts';

// What is got ready before the first bucket, as a sheet to print: in the words of who asked for it.

const words = (label: string) => note(label, 300);
const MOST = 120;

const row = exactly({ main: words('Line'), note: words('Note'), amount: words('Amount') }).label('Line');
const section = exactly({
  name: words('Heading'),
  rows: yup.array(row).label('Lines').required().max(MOST),
}).label('Part');

/** A sheet: its heading, its parts, and where in the program it leads back to; nowhere for whoever is not of the shop. */
export const prepareSheet = exactly({
  title: words('Heading'),
  under: words('Under the heading'),
  sections: yup.array(section).label('Parts').required().max(MOST),
  /** Those of a visit, each with what it shows; none where left out. */
  photos: yup
    .array(exactly({ id: rowId('Photo'), says: words('What it shows') }).label('Photo'))
    .label('Photos')
    .max(MOST_KEPT)
    .optional(),
  foot: words('Foot'),
  path: yup
    .string()
    .label('Address')
    .defined()
    .max(200)
    .matches(/^(\/(plan|stock\/orders)[\w/?=&-]*)?$/, { message: '${label} is none of a plan or an order.' })
    .meta({ remedy: 'Give an address such as /plan/day?day=2026-05-04.' }),
});
export type PrepareSheet = yup.InferType<typeof prepareSheet>;
