import type { InferType } from 'yup';
import * as yup from 'yup';
import { EDGE_SHARES } from '#core/dwell/workingWindow.ts';
import { WATER_KINDS, type WaterKind } from '#core/mixing/hardness.ts';
import { DATED, type Dated, type EveryDays, TREATMENT_NAMES } from '#core/planning/intervals.ts';
import { SCHOOL_NAMES, type Schools, schoolOptions } from '#core/planning/schools.ts';
import { FAMILIES, FAMILY_NAMES, type Family } from '#core/products/family.ts';
import type { ShopDefaults } from '#core/products/shopDefaults.ts';
import { SOIL_KINDS, type SoilKind } from '#core/soil/soil.ts';
import { exactly, finite, line, newPin, note, oneOf, pin, wholeUl } from './fields.ts';
import { WEATHER_SOURCES, type WeatherSource } from './weather.ts';

export const UNIT_SYSTEMS = ['metric', 'us', 'imperial'] as const;
export const RATIO_READINGS = ['parts', 'inTotal'] as const;

/** A number to call in an emergency: digits as people write them. */
const phone = (label: string) =>
  note(label, 40)
    .matches(/^[\d\s+()/.-]*$/, { message: '${label} is not a telephone number.' })
    .meta({ remedy: 'Type digits, such as 112, or nothing.' });

const zone = () =>
  line('Time zone', 60)
    .test('zone', '${label} is not one this machine knows.', (value) => {
      // Short names are read one way here and another way in the books: SST is Samoa's here and Solomon's there.
      if (value !== 'UTC' && !/^[A-Z][\w+-]*\//.test(value ?? '')) return false;
      try {
        new Intl.DateTimeFormat('en', { timeZone: value ?? '' });
        return true;
      } catch {
        return false;
      }
    })
    .meta({ remedy: 'Type a zone such as Europe/London or America/Chicago.' });

const currency = () =>
  line('Currency', 3)
    .matches(/^[A-Z]{3}$/, { message: '${label} is not a three-letter code.' })
    .meta({ remedy: 'Type a code such as GBP, EUR or USD.' });

/** What a new shop is asked for. The set-up code is printed where the program was started. */
export const firstRunBody = exactly({
  code: line('Set-up code', 12).meta({
    remedy: 'Copy the six digits printed where the program was started.',
  }),
  name: line('Shop name', 60),
  zone: zone(),
  currency: currency(),
  units: oneOf('Units shown', UNIT_SYSTEMS),
  emergencyNumber: phone('Emergency number').optional(),
  poisonNumber: phone('Poison help').optional(),
  manager: exactly({ name: line('Your name', 40), pin: newPin() }).label('First manager'),
});

export const MEASURING = ['measured', 'free'] as const;
export const MIXED_BY = ['swirl', 'shake'] as const;
export const GLASS = ['readyToUse', 'line'] as const;

const panelFigure = (label: string) =>
  finite(label, 1e-6, 1).optional().meta({ remedy: 'Give a strength on the panel, such as 1 % or 1:60.' });
const days = (family: Family) =>
  finite(`${FAMILY_NAMES[family]} keeps`, 1, 1_000)
    .integer()
    .optional()
    .default(undefined)
    .meta({ remedy: 'Give whole days from 1 to 1000, or nothing.' });

const every = (treatment: Dated) =>
  finite(`${TREATMENT_NAMES[treatment]} again after`, 1, 1_000)
    .integer()
    .optional()
    .default(undefined)
    .meta({ remedy: 'Give whole days from 1 to 1000.' });

export const shopPatch = exactly({
  name: line('Shop name', 60).optional(),
  currency: currency().optional(),
  units: oneOf('Units shown', UNIT_SYSTEMS).optional(),
  ratioReading: oneOf('A bare ratio is read in', RATIO_READINGS).optional(),
  hardnessPpm: finite('Hardness of the water', 0, 2_000)
    .nullable()
    .optional()
    .default(undefined)
    .meta({ remedy: 'Give hardness such as 210 ppm or 12 dH, or nothing.' }),
  water: oneOf('Mixes are made with', WATER_KINDS).optional(),
  preWashFloor: panelFigure('Pre-wash floor'),
  preWashCeiling: panelFigure('Pre-wash ceiling'),
  foamFloor: panelFigure('Neutral foam floor'),
  useByDays: exactly(
    Object.fromEntries(FAMILIES.map((f) => [f, days(f)])) as Record<Family, ReturnType<typeof days>>,
  )
    .label('Use-bys')
    .optional()
    .default(undefined),
  measuring: oneOf('Measuring', MEASURING).optional(),
  mixedBy: oneOf('A filled cannon', MIXED_BY).optional(),
  glass: oneOf('Glass cleaner', GLASS).optional(),
  jetShare: finite('Jet for suds', 0, 0.5)
    .optional()
    .meta({ remedy: 'Give a share from 0 to 50 %, such as 10 %.' }),
  schools: exactly({
    lightWash: oneOf(SCHOOL_NAMES.lightWash, schoolOptions('lightWash')),
    wheelsWhen: oneOf(SCHOOL_NAMES.wheelsWhen, schoolOptions('wheelsWhen')),
    soakWhen: oneOf(SCHOOL_NAMES.soakWhen, schoolOptions('soakWhen')),
    contactShampoo: oneOf(SCHOOL_NAMES.contactShampoo, schoolOptions('contactShampoo')),
    clay: oneOf(SCHOOL_NAMES.clay, schoolOptions('clay')),
    drying: oneOf(SCHOOL_NAMES.drying, schoolOptions('drying')),
  })
    .label('How vehicles are washed')
    .optional()
    .default(undefined),
  soilHere: yup
    .array(oneOf('Soil', SOIL_KINDS))
    .label('Soil of the place')
    .max(SOIL_KINDS.length)
    .optional()
    .default(undefined),
  everyDays: exactly(
    Object.fromEntries(DATED.map((d) => [d, every(d)])) as Record<Dated, ReturnType<typeof every>>,
  )
    .label('Due again')
    .optional()
    .default(undefined),
  wasteWater: note('Waste water', 300).optional(),
  weatherSource: oneOf('Where the weather is from', WEATHER_SOURCES).optional(),
  edgeShare: finite('Begins to dry after', ...EDGE_SHARES)
    .optional()
    .meta({ remedy: 'Give a share of the dry time from 40 to 80 %, such as 60 %.' }),
  lockMinutes: finite('Locks after', 0, 60)
    .integer()
    .optional()
    .meta({ remedy: 'Give whole minutes from 1 to 60, or 0 for never.' }),
  countThresholdUl: wholeUl('Difference a lead may accept', 0).optional(),
  emergencyNumber: phone('Emergency number').optional(),
  poisonNumber: phone('Poison help').optional(),
}).test('floor', function below(value) {
  const { preWashFloor, preWashCeiling } = value ?? {};
  if (preWashFloor == null || preWashCeiling == null || preWashFloor <= preWashCeiling) return true;
  return this.createError({ path: 'preWashFloor', message: 'Pre-wash floor is over the pre-wash ceiling.' });
});
export type ShopPatch = InferType<typeof shopPatch>;

export type Shop = ShopDefaults & {
  name: string;
  zone: string;
  currency: string;
  units: (typeof UNIT_SYSTEMS)[number];
  ratioReading: (typeof RATIO_READINGS)[number];
  /** Of the tap's water, in ppm of calcium carbonate; null until someone has tested it. */
  hardnessPpm: number | null;
  /** What mixes are usually made with. */
  water: WaterKind;
  /** How product is measured unless somebody chooses otherwise; a free pour is always recorded as an estimate. */
  measuring: (typeof MEASURING)[number];
  mixedBy: (typeof MIXED_BY)[number];
  glass: (typeof GLASS)[number];
  /** Share of a sudsy bucket that is jetted in last. */
  jetShare: number;
  /** What the shop does where practitioners disagree. */
  schools: Schools;
  /** Soil that is usual where the shop is, whatever the season. */
  soilHere: readonly SoilKind[];
  /** After how many days what is done to a vehicle is due again; what is not there is as usual. */
  everyDays: EveryDays;
  /** Where waste water goes, by the shop's own rule. */
  wasteWater: string;
  /** Where the weather is from. */
  weatherSource: WeatherSource;
  /** Share of its dry time after which a film begins to dry at its edges. */
  edgeShare: number;
  /** Minutes after which a tablet left alone locks; 0 for never. */
  lockMinutes: number;
  /** A count that differs by more than this is a manager's to accept. */
  countThresholdUl: number;
  /** Whom to call, as it stands on the first-aid card; empty where nobody entered it. */
  emergencyNumber: string;
  poisonNumber: string;
  demo: boolean;
  madeOn: string;
  revision: number;
};

/** Copies of the books, made by themselves once a day. */
/** What is being done for a copy, and what part of that is done, from 0 to 1. */
export type Making = { doing: 'copying' | 'reading' | 'taking'; part: number };

export type Backups = {
  /** When the newest copy was made that was read through and found whole. */
  newestAt: string | null;
  kept: number;
  copies: { name: string; at: string; checked: boolean }[];
  /** How far the one is that is being made now. */
  making: Making | null;
  /** Why the last one was not made, and when. */
  trouble: { at: string; why: string } | null;
  /** Another folder they go to as well. */
  also: string | null;
  freeBytes: number;
  /** There will soon be no room for a copy. */
  lowRoom: boolean;
  /** The copy that was to be restored last and was not, and why. */
  notRestored: { name: string; at: string; why: string } | null;
};

/** A copy is restored by a manager who is asked for their PIN once more. */
export const restorationBody = exactly({ pin: pin() });

/** What any browser may know before anyone signs in. */
export type ShopState = { shop: Shop | null; needsFirstRun: boolean };

/** The whole shop as a file; with a passphrase its PINs go along, sealed under it. */
export const shopFileBody = exactly({
  passphrase: yup
    .string()
    .label('Passphrase')
    .defined()
    .max(200)
    .test(
      'long',
      '${label} is too short to keep PINs under.',
      (text) => text === '' || text.trim().length >= 12,
    )
    .meta({ remedy: 'Type at least twelve characters, such as four words, or leave it empty.' }),
});
