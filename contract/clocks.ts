import * as yup from 'yup';
import type { LaidAs } from '#core/dwell/laidProduct.ts';
import type { Laid } from '#core/dwell/resolveLaid.ts';
import { COLOURS, MATERIALS } from '#core/dwell/surroundings.ts';
import { SHELTERS } from '#core/dwell/weather.ts';
import { type Film, USE_KINDS } from '#core/products/uses.ts';
import { OUTCOMES } from '#core/recipes/outcomes.ts';
import type { Sentence } from '#core/say.ts';
import { BODIES } from '#core/soil/bodies.ts';
import type { SoilLevel } from '#core/soil/soil.ts';
import { ZONES } from '#core/soil/zones.ts';
import {
  anything,
  byKind,
  exactly,
  finite,
  line,
  note,
  occurredAt,
  oneOf,
  rowId,
  said,
  someOf,
  yes,
} from './fields.ts';
import type { Problem } from './problem.ts';
import { type OutcomeRow, soilLevel } from './recipes.ts';
import type { WeatherReading } from './weather.ts';

// Clocks: what lies on a vehicle in a bay, since when, and how long it may.

/** The name a clock goes by from the moment it is started, made where it is started. */
export const CLOCK_KEY = /^[a-z0-9]{16,40}$/;
const clockKey = () =>
  yup
    .string()
    .label('Key')
    .required()
    .matches(CLOCK_KEY, { message: '${label} is not a key of a clock.' })
    .meta({ remedy: 'Give 16 to 40 letters and digits no other clock has.' });

const WHAT = {
  recipe: exactly({ kind: oneOf('Laid', ['recipe']), versionId: rowId('Recipe'), soil: soilLevel() }),
  product: exactly({
    kind: oneOf('Laid', ['product']),
    productId: rowId('Product'),
    use: oneOf('Use', USE_KINDS),
    vesselId: rowId('Vessel'),
    dialId: rowId('Dial position').nullable(),
    machineId: rowId('Machine').nullable(),
  }),
  water: exactly({ kind: oneOf('Laid', ['water']) }),
};

export type { Laid };

const laid = () => byKind('Laid', WHAT, 'recipe');

const degrees = (label: string, least: number, most: number) =>
  finite(label, least, most).meta({ remedy: 'Give degrees C from {0} to {1}.', filled: [least, most] });
const STARTS = {
  dry: exactly({ kind: oneOf('Panel', ['dry']) }),
  rinsed: exactly({ kind: oneOf('Panel', ['rinsed']), waterC: degrees('Water', 1, 60) }),
  measured: exactly({ kind: oneOf('Panel', ['measured']), panelC: degrees('Panel', -20, 100) }),
};
const start = () => byKind('Panel', STARTS, 'dry');

export const clockBody = exactly({
  key: clockKey(),
  placeId: rowId('Bay'),
  /** Which vehicle, in the crew's own words. */
  vehicle: note('Vehicle', 40),
  body: oneOf('Vehicle', BODIES),
  colour: oneOf('Colour', COLOURS),
  material: oneOf('Panels', MATERIALS),
  zones: someOf('Zones', ZONES)
    .min(1, 'Zones: none is chosen.')
    .meta({ remedy: 'Choose at least one zone.' }),
  /** Where it stands. */
  shelter: oneOf('It stands', SHELTERS),
  start: start(),
  laid: laid(),
  batchId: rowId('Batch').nullable(),
  /** One of the same is running there already, and this is another. */
  again: yes('Another one'),
  occurredAt: occurredAt(),
});
export type ClockBody = yup.InferType<typeof clockBody>;

/** More of what lies there, or something over it. */
const LAYERS = {
  remist: exactly({ kind: oneOf('Layer', ['remist']), occurredAt: occurredAt() }),
  over: exactly({ kind: oneOf('Layer', ['over']), laid: laid(), occurredAt: occurredAt() }),
};
export const layerBody = byKind('The request', LAYERS, 'remist');

export const ENDS = ['rinsed', 'cancelled'] as const;
export type End = (typeof ENDS)[number];
export const endBody = exactly({ how: oneOf('How', ENDS), occurredAt: occurredAt() });
/** What happens to a clock at a time, and nothing more. */
export const atBody = exactly({ occurredAt: occurredAt() });
export const clockOutcomeBody = exactly({ kind: oneOf('How it went', OUTCOMES), occurredAt: occurredAt() });

/** Something that lies there, as it was laid. */
export type ClockLayer = {
  at: string;
  kind: 'first' | 'over' | 'remist';
  productId: number | null;
  name: string;
  as: LaidAs;
  /** Of product in the bottle, for what a re-mist costs; null where nobody knows. */
  bottle: number | null;
  /** Its sheet says never beyond its longest. */
  neverLonger: boolean;
  personName: string;
};

export type Clock = Omit<ClockBody, 'laid' | 'again' | 'occurredAt'> & {
  id: number;
  placeName: string;
  layers: ClockLayer[];
  recipe: { recipeId: number; name: string; soil: SoilLevel } | null;
  batchCode: string | null;
  startedAt: string;
  startedBy: string;
  endedAt: string | null;
  endedBy: string | null;
  end: End | null;
  outcomes: OutcomeRow[];
  /** When it was seen to begin to dry. */
  dryings: { id: number; at: string; personId: number; personName: string; factor: number }[];
  revision: number;
};

/** What was learned of how much of a product's film stays, put on in a way. */
export type FilmFactor = {
  productId: number;
  productName: string;
  film: Film;
  k: number;
  seen: { id: number; factor: number; at: string; personName: string; weather: WeatherReading | null }[];
};
export const resetBody = exactly({
  productId: rowId('Product'),
  film: oneOf('Put on as', ['trigger', 'pumpSprayer', 'foam', 'gel', 'saturation'] as const),
});

/** A command that came too late to fit: kept for a lead to settle. */
export const unsettledBody = exactly({
  what: said('What'),
  refusal: exactly({
    code: line('Code'),
    facts: anything('Why it does not fit', 2_000),
    of: anything('Why it does not fit', 500),
    detail: note('Why it does not fit', 1_000),
    remedy: note('Why it does not fit', 1_000).optional(),
  }),
  path: line('What', 200),
  body: note('Body', 4_000),
  occurredAt: occurredAt(),
});
export type Unsettled = {
  id: number;
  what: Sentence;
  refusal: Pick<Problem, 'code' | 'facts' | 'of' | 'detail' | 'remedy'>;
  occurredAt: string | null;
  receivedAt: string;
  personName: string;
  settledAt: string | null;
  settledBy: string | null;
};
