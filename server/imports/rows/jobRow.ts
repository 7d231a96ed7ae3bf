import type { JobBody } from '#contract/jobs.ts';
import { parseMoney } from '#core/planning/cost.ts';
import { BODIES, BODY_NAMES } from '#core/soil/bodies.ts';
import { SOIL_LEVELS, SOIL_NAMES, type SoilLevel } from '#core/soil/soil.ts';
import { parseDay } from '#core/units/parseDay.ts';
import { parseTimeOfDay } from '#core/units/timeOfDay.ts';
import { byName, namedChoices, newName, oneOf, type Reader, take, text } from './cells.ts';
import type { ImportFacts } from './facts.ts';

const BY_BODY = namedChoices(BODIES, BODY_NAMES);
const BY_LEVEL = new Map<string, SoilLevel>(
  SOIL_LEVELS.flatMap((level) => [
    [String(level), level],
    [SOIL_NAMES[level].toLowerCase(), level],
  ]),
);

/** A vehicle that comes on a day a row; the same vehicle may come often. */
export function jobRow(known: ImportFacts): Reader<JobBody> {
  const places = byName(known.places);
  const people = byName(known.people);
  const names = (rows: readonly { name: string }[]) => rows.map((r) => r.name);
  return (cells, fail, understood) => {
    const vehicle = newName(cells, 'Vehicle', 60, new Set(), fail);
    const day = take(fail, 'Day', parseDay(cells.Day ?? '', known.dayOrder, 'Day'));
    if (day) understood('Day', day);
    const atMin = cells.Time ? take(fail, 'Time', parseTimeOfDay(cells.Time, 'Time')) : null;
    const place = cells.Where ? oneOf(cells, 'Where', places, fail, names(known.places)) : null;
    const person = cells.Who ? oneOf(cells, 'Who', people, fail, names(known.people)) : null;
    const price = cells.Price ? take(fail, 'Price', parseMoney(cells.Price, known.currency, 'Price')) : null;
    const body = cells.Body ? oneOf(cells, 'Body', BY_BODY, fail, Object.values(BODY_NAMES)) : null;
    const level = cells.Level ? oneOf(cells, 'Level', BY_LEVEL, fail, SOIL_LEVELS.map(String)) : null;
    const note = text(cells, 'Note', 300, fail);
    if (!vehicle || !day) return null;
    const said = { ...(body !== null && { body }), ...(level !== null && { level }) };
    return {
      vehicle,
      day,
      atMin,
      placeId: place?.id ?? null,
      personId: person?.id ?? null,
      priceMinor: price,
      note,
      said,
    };
  };
}
