import { halving } from '../halving.ts';
import { accept, type Outcome, refuse } from '../outcome.ts';
import { dewPointC, KELVIN } from './humidAir.ts';
import type { Sky, Weather } from './weather.ts';

// What a wet panel exchanges heat with: the air, the sun, the sky, and the panel itself under the film.

export const COLOURS = ['white', 'silver', 'mid', 'dark', 'black'] as const;
export type Colour = (typeof COLOURS)[number];
export const COLOUR_NAMES: Record<Colour, string> = {
  white: 'white',
  silver: 'silver',
  mid: 'red, blue, green',
  dark: 'dark',
  black: 'black',
};
/** Share of the sun's heat a colour takes in. */
const ABSORBS: Record<Colour, number> = { white: 0.3, silver: 0.45, mid: 0.6, dark: 0.8, black: 0.92 };

export const MATERIALS = ['steel', 'aluminium', 'glass', 'plastic', 'wheel'] as const;
export type Material = (typeof MATERIALS)[number];
export const MATERIAL_NAMES: Record<Material, string> = {
  steel: 'steel',
  aluminium: 'aluminium',
  glass: 'glass',
  plastic: 'plastic or fibreglass',
  wheel: 'wheel',
};
/** Heat a bare square metre holds, in J/(m2 K). */
export const PANEL_HEAT: Record<Material, number> = {
  steel: 3_000,
  aluminium: 2_700,
  glass: 9_000,
  plastic: 4_500,
  wheel: 20_000,
};

export type Panel = { readonly colour: Colour; readonly material: Material };

/** The weather as a film feels it. */
export type Surroundings = {
  readonly airC: number;
  readonly humidity: number;
  readonly windMs: number;
  /** Sun on the panel, in W/m2. */
  readonly sunW: number;
  readonly skyK: number;
  /** How well the wet panel radiates, 0 to 1. */
  readonly emits: number;
};

const EMITS = 0.9;

/** Sun in W/m2, and what is overhead: the surroundings' own warmth, cloud, or clear sky. */
const SKIES_ARE: Record<Sky, { sunW: number; overhead: 'air' | 'cloud' | 'clear' }> = {
  indoors: { sunW: 0, overhead: 'air' },
  night: { sunW: 0, overhead: 'clear' },
  shade: { sunW: 80, overhead: 'cloud' },
  overcast: { sunW: 150, overhead: 'cloud' },
  bright: { sunW: 450, overhead: 'cloud' },
  sun: { sunW: 850, overhead: 'clear' },
};

/** What the film model holds for: anything beyond is refused, not guessed at. */
export const FILM_RANGES = { airC: [2, 45], humidity: [0.05, 1], windMs: [0, 15] } as const;

/**
 * The weather as a film feels it: cloud is 2 K colder than the air, a clear sky `Ta_K (0.8 + Tdew/250)^0.25`.
 *
 * @returns a refusal where it freezes (air under 2 C), and where it is hotter or windier than the model holds for
 */
export function surroundingsOf({ airC, humidity, windMs, sky }: Weather): Outcome<Surroundings> {
  if (airC < FILM_RANGES.airC[0]) {
    return refuse('dwell.freezing', { airC, overC: FILM_RANGES.airC[0] });
  }
  if (airC > FILM_RANGES.airC[1]) {
    return refuse('dwell.hot', { overC: FILM_RANGES.airC[1] });
  }
  if (windMs > FILM_RANGES.windMs[1]) {
    return refuse('dwell.wind', { overMs: FILM_RANGES.windMs[1] });
  }
  const { sunW, overhead } = SKIES_ARE[sky];
  const airK = airC + KELVIN;
  const clearK = () => airK * (0.8 + dewPointC(airC, humidity) / 250) ** 0.25;
  const skyK = overhead === 'air' ? airK : overhead === 'cloud' ? airK - 2 : clearK();
  return accept({ airC, humidity, windMs, sunW, skyK, emits: EMITS });
}

/** Heat that moves between panel and air: `hc = 5.7 + 3.8 v`, in W/(m2 K). */
export const airExchange = (windMs: number): number => 5.7 + 3.8 * windMs;

/** In W/(m2 K4). */
export const STEFAN_BOLTZMANN = 5.670374e-8;

/** Heat a dry panel takes in at a temperature, in W/m2: sun, air and sky; what it evaporates not counted. */
export function dryGain(panelC: number, colour: Colour, around: Surroundings): number {
  const skyGain = around.emits * STEFAN_BOLTZMANN * (around.skyK ** 4 - (panelC + KELVIN) ** 4);
  return ABSORBS[colour] * around.sunW + airExchange(around.windMs) * (around.airC - panelC) + skyGain;
}

/**
 * Where a dry panel settles: what it takes in it gives off again.
 *
 * @returns degrees C
 */
export function dryEquilibriumC(colour: Colour, around: Surroundings): number {
  return halving((panelC) => dryGain(panelC, colour, around) > 0, -80, 200, 1e-9);
}
