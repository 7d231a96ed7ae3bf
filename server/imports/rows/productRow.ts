import type { ProductBody } from '#contract/products.ts';
import { refuse } from '#contract/refusals.ts';
import type { ProductState } from '#core/mixing/solveMix.ts';
import { FAMILIES, FAMILY_NAMES } from '#core/products/family.ts';
import { HAZARD_NAMES, HAZARDS, type Hazard } from '#core/products/record.ts';
import { familyStart, recordStart, startOfUse, usualTraits } from '#core/products/starts.ts';
import { parseLabelStrength } from '#core/strength/labelStrength.ts';
import { parseNumber } from '#core/units/parseNumber.ts';
import { parseVolume } from '#core/units/parseVolume.ts';
import {
  type Cells,
  type Fail,
  keyOf,
  namedChoices,
  namesTaken,
  newName,
  oneOf,
  type Reader,
  take,
  text,
  yesNo,
} from './cells.ts';
import type { ImportFacts } from './facts.ts';

const FAMILY = namedChoices(FAMILIES, FAMILY_NAMES);
const FAMILY_WORDS = FAMILIES.map((f) => FAMILY_NAMES[f].toLowerCase());
const HAZARD = namedChoices(HAZARDS, HAZARD_NAMES);
const STATES = new Map<string, ProductState>([
  ['ready to use', 'readyToUse'],
  ['readytouse', 'readyToUse'],
  ['concentrate', 'concentrate'],
  ['hyper', 'hyper'],
  ['hyper-concentrate', 'hyper'],
]);
const STATE_WORDS = ['ready to use', 'concentrate', 'hyper'];

/** A product a row: what the row does not say is as its family usually is, or not known. */
export function productRow(known: ImportFacts): Reader<ProductBody> {
  const taken = namesTaken(known.products, known);
  return (cells, fail) => {
    const name = newName(cells, 'Product', 60, taken, fail);
    taken.add(keyOf(cells.Product ?? ''));
    const family = oneOf(cells, 'Family', FAMILY, fail, FAMILY_WORDS);
    const state = oneOf(cells, 'How it comes', STATES, fail, STATE_WORDS);
    const printed = cells['Label strength'] ?? '';
    const strength = printed
      ? take(
          fail,
          'Label strength',
          parseLabelStrength(printed, { field: 'Label strength', ratio: known.ratioReading }),
        )
      : null;
    const volume = (column: string) =>
      cells[column]
        ? take(
            fail,
            column,
            parseVolume(cells[column], { system: known.units, field: column, askUnit: true }),
          )
        : null;
    const gPerMl = figure(cells, 'Density', 0.5, 2.5, fail);
    const [phNeat, phUse] = [figure(cells, 'pH neat', 0, 14, fail), figure(cells, 'pH at use', 0, 14, fail)];
    const keeps = figure(cells, 'A mix keeps', 1, 1_000, fail);
    const [capUl, reorderUl, roomUl] = [volume('Cap'), volume('Order more under'), volume('Room for')];
    const shakeFirst = yesNo(cells, 'Shake first', fail);
    const hazards = hazardsIn(cells, fail);
    const [caution, firstAid, spill] = [
      text(cells, 'Caution', 300, fail),
      text(cells, 'First aid', 600, fail),
      text(cells, 'Spill', 600, fail),
    ];
    if (!name || !family || !state) return null;
    const start = familyStart(family);
    const usual = recordStart(family, known.context);
    return {
      name,
      state,
      caution,
      gPerMl,
      capUl,
      shakeFirst,
      suds: start.foams,
      record: {
        ...usual,
        phNeat,
        phUse,
        useByDays: keeps === null ? usual.useByDays : Math.round(keeps),
        reorderUl,
        roomUl,
        hazards: hazards ?? usual.hazards,
        firstAid: firstAid || usual.firstAid,
        spill: spill || usual.spill,
      } as ProductBody['record'],
      traits: usualTraits(family),
      uses: [startOfUse(start.use, family, known.context)],
      labelEntries: strength
        ? [
            {
              whatFor: text(cells, 'For', 40, fail) || 'As on the label',
              printed,
              ...strength,
              basis: start.delivery[0] === 'bucket' ? 'bucket' : 'bottle',
              use: start.use,
            },
          ]
        : [],
    };
  };
}

function figure(cells: Cells, column: string, least: number, most: number, fail: Fail): number | null {
  if (!cells[column]) return null;
  const value = take(fail, column, parseNumber(cells[column], column));
  if (value === null || (value >= least && value <= most)) return value;
  fail(column, refuse('row.range', { field: column, least, most }));
  return null;
}

/** Hazards of a list; null where the row says nothing of them. */
function hazardsIn(cells: Cells, fail: Fail): Hazard[] | null {
  const written = (cells.Hazards ?? '').split(/[;,|]/).map(keyOf).filter(Boolean);
  if (written.length === 0) return null;
  const found = written.map((word) => HAZARD.get(word));
  if (found.every((h) => h !== undefined)) return [...new Set(found)];
  fail('Hazards', refuse('row.notChoice', { field: 'Hazards', choices: Object.values(HAZARD_NAMES) }));
  return null;
}
