import type { ContainerBody } from '#contract/equipment.ts';
import { isDay } from '#contract/fields.ts';
import type { BadRow, ImportKind } from '#contract/imports.ts';
import { IMPORT_COLUMNS } from '#contract/imports.ts';
import type { ProductBody } from '#contract/products.ts';
import { refuse } from '#contract/refusals.ts';
import { CONTAINER_KINDS, type ContainerKind } from '#core/mixing/outlines.ts';
import type { ProductState } from '#core/mixing/solveMix.ts';
import type { Outcome, Refusal } from '#core/outcome.ts';
import { parseMoney } from '#core/planning/cost.ts';
import { FAMILIES, FAMILY_NAMES, type Family } from '#core/products/family.ts';
import type { ShopDefaults } from '#core/products/shopDefaults.ts';
import { familyStart, recordStart, startOfUse, usualTraits } from '#core/products/starts.ts';
import { parseLabelStrength } from '#core/strength/labelStrength.ts';
import type { RatioReading } from '#core/strength/parseStrength.ts';
import { parseNumber } from '#core/units/parseNumber.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import type { UnitSystem } from '#core/units/units.ts';

/** What rows are read against: the shop's own names and ways. */
export type ImportFacts = {
  units: UnitSystem;
  currency: string;
  ratioReading: RatioReading;
  context: ShopDefaults;
  products: { id: number; name: string }[];
  places: { id: number; name: string }[];
};

export type ReadRow =
  | { line: number; body: ContainerBody | ProductBody; words: string[] }
  | { line: number; bad: BadRow[] };

type Cells = Record<string, string>;

/** Reads the rows of a file, each by itself. Pure: what is in the books already is part of the known. */
export function rowReader(kind: ImportKind, known: ImportFacts): (line: number, cells: Cells) => ReadRow {
  const read = kind === 'containers' ? containerReader(known) : productReader(known);
  return (line, raw) => {
    const bad: BadRow[] = [];
    const cells = named(raw, kind);
    const fail = (column: string, { code, facts }: Refusal) =>
      bad.push({ line, column, value: cells[column] ?? '', code, facts });
    const body = read(cells, fail);
    return bad.length > 0 || body === null
      ? { line, bad }
      : { line, body, words: IMPORT_COLUMNS[kind].map((c) => cells[c.name] ?? '') };
  };
}

/** The headings a file lacks, in words; none where all is there. */
export function missingColumns(kind: ImportKind, headings: readonly string[]): string[] {
  const there = new Set(headings.map((h) => h.trim().toLowerCase()));
  return IMPORT_COLUMNS[kind].filter((c) => c.needed && !there.has(c.name.toLowerCase())).map((c) => c.name);
}

/** Cells under the headings as this program writes them, whatever their case in the file. */
function named(raw: Cells, kind: ImportKind): Cells {
  const byLower = new Map(Object.entries(raw).map(([name, value]) => [name.trim().toLowerCase(), value]));
  return Object.fromEntries(
    IMPORT_COLUMNS[kind].map(({ name }) => [name, plain(byLower.get(name.toLowerCase()) ?? '')]),
  );
}

/** A cell as it was before a program marked it as no formula. */
const plain = (text: string): string => text.trim().replace(/^'(?=[=+\-@])/, '');

type Fail = (column: string, refusal: Refusal) => void;
type Reader<B> = (cells: Cells, fail: Fail) => B | null;

const take = <T>(fail: Fail, column: string, read: Outcome<T>): T | null => {
  if (read.ok) return read.value;
  fail(column, read);
  return null;
};

const byName = (rows: readonly { id: number; name: string }[]) =>
  new Map(rows.map((r) => [r.name.toLowerCase(), r.id]));

function containerReader(known: ImportFacts): Reader<ContainerBody> {
  const [products, places] = [byName(known.products), byName(known.places)];
  return (cells, fail) => {
    const productId = products.get((cells.Product ?? '').toLowerCase());
    if (productId === undefined) {
      fail('Product', refuse('row.product', {}));
    }
    const kind = CONTAINER_KINDS.find((k) => k === (cells.Kind ?? '').toLowerCase());
    if (!kind) fail('Kind', refuse('row.notChoice', { field: 'Kind', choices: CONTAINER_KINDS }));
    const placeId = places.get((cells.Where ?? '').toLowerCase());
    if (placeId === undefined) {
      fail('Where', refuse('row.notChoice', { field: 'Where', choices: known.places.map((p) => p.name) }));
    }
    const volume = (column: string) =>
      take(
        fail,
        column,
        parseVolume(cells[column] ?? '', { system: known.units, field: column, askUnit: true }),
      );
    const sizeUl = volume('Size');
    const levelUl = cells['In it now'] ? volume('In it now') : sizeUl;
    if (sizeUl !== null && levelUl !== null && levelUl > sizeUl) {
      fail('In it now', refuse('row.overSize', {}));
    }
    if (levelUl === 0) fail('In it now', refuse('row.nothing', {}));
    const price = cells.Price ? take(fail, 'Price', parseMoney(cells.Price, known.currency, 'Price')) : null;
    const bestBefore = cells['Best before'] || null;
    if (bestBefore && !(/^\d{4}-\d{2}-\d{2}$/.test(bestBefore) && isDay(bestBefore))) {
      fail('Best before', refuse('row.notDay', { field: 'Best before' }));
    }
    const open = (cells.Open ?? '').toLowerCase();
    if (!['', 'yes', 'no', 'open', 'sealed'].includes(open)) {
      fail('Open', refuse('row.notYesNo', { field: 'Open' }));
    }
    if ((cells.Lot ?? '').length > 40) fail('Lot', refuse('row.tooLong', { field: 'Lot', most: 40 }));
    if (productId === undefined || !kind || placeId === undefined || sizeUl === null || levelUl === null)
      return null;
    return {
      productId,
      kind: kind as ContainerKind,
      sizeUl,
      levelUl,
      placeId,
      lot: cells.Lot ?? '',
      priceMinor: price,
      bestBefore,
      opened: open === 'yes' || open === 'open' || levelUl < sizeUl,
    };
  };
}

const STATES: Record<string, ProductState> = {
  'ready to use': 'readyToUse',
  readytouse: 'readyToUse',
  concentrate: 'concentrate',
  hyper: 'hyper',
  'hyper-concentrate': 'hyper',
};

function productReader(known: ImportFacts): Reader<ProductBody> {
  const taken = new Set(known.products.map((p) => p.name.toLowerCase()));
  const families = new Map<string, Family>(
    FAMILIES.flatMap((f) => [
      [f.toLowerCase(), f],
      [FAMILY_NAMES[f].toLowerCase(), f],
    ]),
  );
  return (cells, fail) => {
    const name = cells.Product ?? '';
    if (name === '') fail('Product', refuse('row.noName', {}));
    else if (name.length > 60) fail('Product', refuse('row.tooLong', { field: 'Product', most: 60 }));
    else if (taken.has(name.toLowerCase())) {
      fail('Product', refuse('row.taken', {}));
    }
    taken.add(name.toLowerCase());
    const family = families.get((cells.Family ?? '').toLowerCase());
    if (!family) {
      fail(
        'Family',
        refuse('row.notChoice', {
          field: 'Family',
          choices: FAMILIES.map((f) => FAMILY_NAMES[f].toLowerCase()),
        }),
      );
    }
    const state = STATES[(cells['How it comes'] ?? '').toLowerCase()];
    if (!state)
      fail(
        'How it comes',
        refuse('row.notChoice', { field: 'How it comes', choices: ['ready to use', 'concentrate', 'hyper'] }),
      );
    const density = cells.Density ? take(fail, 'Density', parseNumber(cells.Density, 'Density')) : null;
    if (density !== null && (density < 0.5 || density > 2.5)) {
      fail('Density', refuse('row.density', {}));
    }
    const printed = cells['Label strength'] ?? '';
    const strength = printed
      ? take(
          fail,
          'Label strength',
          parseLabelStrength(printed, { field: 'Label strength', ratio: known.ratioReading }),
        )
      : null;
    if ((cells.Caution ?? '').length > 300)
      fail('Caution', refuse('row.tooLong', { field: 'Caution', most: 300 }));
    if (!family || !state) return null;
    const start = familyStart(family);
    return {
      name,
      state,
      caution: cells.Caution ?? '',
      gPerMl: density,
      capUl: null,
      shakeFirst: false,
      suds: start.foams,
      record: recordStart(family, known.context),
      traits: usualTraits(family),
      uses: [startOfUse(start.use, family, known.context)],
      labelEntries: strength
        ? [{ whatFor: cells.For || 'As on the label', printed, ...strength, basis: 'bottle', use: start.use }]
        : [],
    };
  };
}
