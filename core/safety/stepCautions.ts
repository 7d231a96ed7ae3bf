import type { Weather } from '../dwell/weather.ts';
import { type Sentence, toSay } from '../say.ts';
import type { Body } from '../soil/bodies.ts';

// What is minded while something is done, whatever it is done with: rows of the usual cautions. The safety data sheet, local
// codes and licensed practice decide.

/** A step as far as a caution asks. */
export type Doing = {
  readonly kind: string;
  readonly zones: readonly string[];
  readonly body: Body;
  readonly specials: readonly string[];
  readonly hot: boolean;
  readonly weather: Weather;
};
export type StepCaution = {
  readonly id: string;
  readonly holds: (of: Doing) => boolean;
  readonly because: Sentence;
};

/** Heights of bodies in metres, seeds. */
const HEIGHT_M: Record<Body, number> = {
  cityCar: 1.5,
  hatchback: 1.5,
  saloon: 1.5,
  coupe: 1.5,
  convertible: 1.5,
  estate: 1.7,
  hearse: 1.75,
  pickup: 1.85,
  van: 2.2,
  camper: 2.8,
};
const LADDER_M = 1.9;
const COLD_C = 5;
const DUSTY_MS = 5;
const JETS = ['firstRinse', 'wheelRinse', 'rinse', 'finalRinse'];
const SPRAYED = ['preWash', 'foam', 'spotSoak', 'iron', 'tar', 'lime', 'wheelIron'];

/** The roof is out of reach from the floor, for all but a jet. */
export function takesLadder({ zones, body, kind }: Pick<Doing, 'zones' | 'body' | 'kind'>): boolean {
  return zones.includes('roof') && HEIGHT_M[body] > LADDER_M && !JETS.includes(kind);
}

export const STEP_CAUTIONS: readonly StepCaution[] = [
  {
    id: 'charging',
    holds: ({ kind }) => kind === 'lookRound',
    because: toSay('Never wash with the charge cable in.'),
  },
  {
    id: 'jets',
    holds: ({ kind }) => kind === 'rinse' || kind === 'firstRinse',
    because: toSay('No jet at charge flap, vents, sensors or people, and no turning nozzle.'),
  },
  {
    id: 'tyreWalls',
    holds: ({ kind }) => kind === 'wheelRinse',
    because: toSay('Keep the jet 30 cm off tyre walls.'),
  },
  {
    id: 'hotDiscs',
    holds: ({ kind, hot }) => kind === 'wheelRinse' && hot,
    because: toSay('No cold jet on hot discs: let them cool until a hand can stay on them.'),
  },
  {
    id: 'ladder',
    holds: takesLadder,
    because: toSay('The roof takes a step that stands firm; never stand on wheels or sills.'),
  },
  {
    id: 'seals',
    holds: ({ kind, specials }) => JETS.includes(kind) && specials.includes('tiredSeals'),
    because: toSay('No pressure near tired seals and roof vents.'),
  },
  {
    id: 'upwind',
    holds: ({ kind, weather }) => SPRAYED.includes(kind) && weather.windMs >= DUSTY_MS,
    because: toSay('Spray with the wind at your back.'),
  },
  {
    id: 'dustyWind',
    holds: ({ kind, weather }) =>
      (kind === 'rinseless' || kind === 'waterless') && weather.windMs >= DUSTY_MS,
    because: toSay('Dust settles on wet paint: get out of the wind.'),
  },
  {
    id: 'cold',
    holds: ({ kind, weather }) => kind === 'dry' && weather.airC < COLD_C,
    because: toSay('Dry seals and locks, leave the parking brake off, grit the floor.'),
  },
  {
    id: 'engineIndoors',
    holds: ({ kind, weather }) => JETS.includes(kind) && weather.sky === 'indoors',
    because: toSay('No engine and no petrol machine runs in a closed place: its fumes kill.'),
  },
  {
    id: 'solventHeat',
    holds: ({ kind }) => kind === 'tar',
    because: toSay('No flame, heater, hot exhaust or hot brakes near solvent.'),
  },
  {
    id: 'blower',
    holds: ({ kind }) => kind === 'blowOut',
    because: toSay('Eyes and ears: the blower throws grit. Its lead is on a residual-current device.'),
  },
  {
    id: 'wetBrakes',
    holds: ({ kind }) => kind === 'packUp',
    because: toSay('Wet brakes: try them gently before it leaves.'),
  },
];

/** What is minded while a step is done. */
export const cautionsOf = (of: Doing): StepCaution[] => STEP_CAUTIONS.filter(({ holds }) => holds(of));
