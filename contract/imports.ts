import type { Refusal } from '#core/outcome.ts';
import { type Sentence, toSay } from '#core/say.ts';
import { SOIL_LEVELS, SOIL_NAMES } from '#core/soil/soil.ts';
import { exactly, line, note, rowId, yes } from './fields.ts';

// What a shop keeps in spreadsheets, brought in as files of comma-separated values.

export const IMPORT_KINDS = ['containers', 'products', 'vessels', 'recipes', 'people', 'jobs'] as const;
export type ImportKind = (typeof IMPORT_KINDS)[number];

/** What a lead brings in; the rest is a manager's. */
export const LEAD_KINDS: readonly ImportKind[] = ['containers', 'jobs'];

/** The column of each soil level, from 0 on. */
export const LEVEL_COLUMNS = SOIL_LEVELS.map((level) =>
  SOIL_NAMES[level].replace(/^./, (c) => c.toUpperCase()),
);

type Column = { name: string; needed: boolean; sample: string; note: Sentence | null };
const needed = (name: string, sample: string, note: Sentence | null = null): Column => ({
  name,
  needed: true,
  note,
  sample,
});
const may = (name: string, sample: string, note: Sentence | null = null): Column => ({
  name,
  needed: false,
  note,
  sample,
});
const YES_NO = toSay('yes or no');
const STRENGTH = toSay('how strong; nothing: not at this level');

/** The headings of a file, as they are written; any order, any case, those marked may be left out. */
export const IMPORT_COLUMNS: Record<ImportKind, readonly Column[]> = {
  containers: [
    needed('Product', 'Lime Kiln Foam', toSay('as it is called here')),
    needed('Kind', 'pail', toSay('bottle, jug, pail, drum or tank')),
    needed('Size', '20 L', toSay('such as 20 L')),
    may('In it now', '12.5 L', toSay('nothing: it is full')),
    needed('Where', 'Store', toSay('one of the shop’s places')),
    may('Lot', 'LK-2311'),
    may('Price', '98.00', toSay('of a full one, such as 98.00')),
    may('Best before', '2027-05-31', toSay('a day, as your spreadsheet writes it')),
    may('Open', 'yes', YES_NO),
  ],
  products: [
    needed('Product', 'Lime Kiln Foam'),
    needed('Family', 'Neutral foam', toSay('what it is, such as neutral foam')),
    needed('How it comes', 'concentrate', toSay('ready to use, concentrate or hyper')),
    may('Label strength', '1:10', toSay('as printed, such as 1:10')),
    may('For', 'Everyday', toSay('what that strength is for')),
    may('Density', '1.03', toSay('grams to the millilitre')),
    may('Cap', '10 ml', toSay('what one cap holds')),
    may('Shake first', 'no', YES_NO),
    may('pH neat', '7.5', toSay('by its sheet')),
    may('pH at use', '7', toSay('by its sheet')),
    may('A mix keeps', '30', toSay('days')),
    may('Order more under', '5 L', toSay('what is left when more is ordered')),
    may('Room for', '40 L', toSay('the most there is room for')),
    may('Hazards', 'irritates eyes', toSay('by its sheet, several with a semicolon between')),
    may('Caution', 'Irritates eyes.'),
    may('First aid', 'Eyes: rinse for 15 minutes.', toSay('by its sheet; nothing: the usual words')),
    may('Spill', 'Sweep up with sand.', toSay('by its sheet; nothing: the usual words')),
  ],
  vessels: [
    needed('Vessel', 'Trigger bottle 9'),
    needed('Kind', 'trigger bottle', toSay('such as trigger bottle, pump sprayer, cannon bottle or bucket')),
    needed('Size', '750 ml', toSay('as it is sold')),
    may('Kept for', 'any', toSay('any, wash, rinse, wheels, towels or stock')),
    may('Where', 'Bay 1', toSay('one of the shop’s places')),
  ],
  recipes: [
    needed('Recipe', 'Foam, all over'),
    needed('Product', 'Lime Kiln Foam', toSay('as it is called here')),
    needed('Use', 'foam', toSay('such as foam, pre-wash or wheels')),
    needed('Vessel', 'Cannon bottle, bay 2', toSay('as it is called here')),
    ...LEVEL_COLUMNS.map((level, i) => may(level, ['', '1:20', '1:15', '1:10', '1:8'][i] ?? '', STRENGTH)),
    may('Notes', ''),
  ],
  jobs: [
    needed('Vehicle', 'Hearse 2', toSay('name or plate')),
    needed('Day', '2026-05-05', toSay('a day, as your spreadsheet writes it')),
    may('Time', '09:30'),
    may('Where', 'Bay 1', toSay('one of the shop’s places')),
    may('Who', 'Bram Addy', toSay('one of the crew')),
    may('Price', '45.00', toSay('of the job, such as 45.00')),
    may('Body', 'hearse', toSay('such as hatchback, estate or van')),
    may('Level', '2', toSay('how dirty sills and tail are, 0 to 4')),
    may('Note', ''),
  ],
  people: [needed('Name', 'Wren Dale'), needed('Role', 'technician', toSay('technician, lead or manager'))],
};

/** What is wrong with one row: its line in the file, the column, why, and what would work. */
export type BadRow = { line: number; column: string; value: string } & Pick<Refusal, 'code' | 'facts' | 'of'>;
export type ImportState = 'checking' | 'ready' | 'refused' | 'booking' | 'done' | 'cancelled' | 'failed';
export type CsvImport = {
  id: number;
  kind: ImportKind;
  fileName: string;
  state: ImportState;
  total: number;
  checked: number;
  booked: number;
  /** Rows that can be booked and are not yet. */
  waiting: number;
  bad: BadRow[];
  badRows: number;
  /** The first rows as they were understood. */
  sample: { line: number; words: string[] }[];
};
export const IMPORT_MOST_ROWS = 20_000;
export const IMPORT_MOST_BYTES = 4_000_000;

/** One cell put right: in one row, or wherever the same stands in a row that can't be booked. */
export const correctionBody = exactly({
  line: rowId('Line'),
  column: line('Column', 40),
  value: note('It says', 600),
  everywhere: yes('Everywhere'),
});
