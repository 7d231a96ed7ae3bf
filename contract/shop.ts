import type { InferType } from 'yup';
import { WATER_KINDS, type WaterKind } from '#core/mixing/hardness.ts';
import { exactly, finite, line, oneOf, pin } from './fields.ts';

export const UNIT_SYSTEMS = ['metric', 'us', 'imperial'] as const;
export const RATIO_READINGS = ['parts', 'inTotal'] as const;

const zone = () =>
  line('Time zone', 60)
    .test('zone', '${label} is not one this machine knows.', (value) => {
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
  units: oneOf('Units', UNIT_SYSTEMS),
  manager: exactly({ name: line('Your name', 40), pin: pin() }).label('First manager'),
});

export const shopPatch = exactly({
  name: line('Shop name', 60).optional(),
  currency: currency().optional(),
  units: oneOf('Units', UNIT_SYSTEMS).optional(),
  ratioReading: oneOf('A bare ratio is read in', RATIO_READINGS).optional(),
  hardnessPpm: finite('Hardness', 0, 2_000)
    .nullable()
    .optional()
    .default(undefined)
    .meta({ remedy: 'Give hardness such as 210 ppm or 12 dH, or nothing.' }),
  water: oneOf('Water', WATER_KINDS).optional(),
});
export type ShopPatch = InferType<typeof shopPatch>;

export type Shop = {
  name: string;
  zone: string;
  currency: string;
  units: (typeof UNIT_SYSTEMS)[number];
  ratioReading: (typeof RATIO_READINGS)[number];
  /** Of the tap's water, in ppm of calcium carbonate; null until someone has tested it. */
  hardnessPpm: number | null;
  /** What mixes are usually made with. */
  water: WaterKind;
  demo: boolean;
  madeOn: string;
  revision: number;
};

/** What any browser may know before anyone signs in. */
export type ShopState = { shop: Shop | null; needsFirstRun: boolean; now: string };
