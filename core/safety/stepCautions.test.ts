import { describe, expect, it } from 'vitest';
import { cautionsOf, type Doing, STEP_CAUTIONS } from './stepCautions.ts';

const DOING: Doing = {
  kind: 'contact',
  zones: ['roof', 'lowers'],
  body: 'hatchback',
  specials: [],
  hot: false,
  weather: { airC: 16, humidity: 0.7, windMs: 1, sky: 'overcast' },
};
const wind = (windMs: number) => ({ ...DOING.weather, windMs });

/** Each caution: what it is said at, and the nearest at which it isn't. */
const CASES: Record<string, { at: Partial<Doing>; not: Partial<Doing> }> = {
  charging: { at: { kind: 'lookRound' }, not: { kind: 'lookAgain' } },
  jets: { at: { kind: 'rinse' }, not: { kind: 'contact' } },
  tyreWalls: { at: { kind: 'wheelRinse' }, not: { kind: 'rinse' } },
  hotDiscs: { at: { kind: 'wheelRinse', hot: true }, not: { kind: 'wheelRinse' } },
  ladder: { at: { body: 'van' }, not: { body: 'pickup' } },
  seals: { at: { kind: 'rinse', specials: ['tiredSeals'] }, not: { kind: 'rinse' } },
  upwind: { at: { kind: 'foam', weather: wind(5) }, not: { kind: 'foam', weather: wind(4.9) } },
  dustyWind: { at: { kind: 'rinseless', weather: wind(5) }, not: { kind: 'rinseless', weather: wind(4) } },
  cold: {
    at: { kind: 'dry', weather: { ...DOING.weather, airC: 4.9 } },
    not: { kind: 'dry', weather: { ...DOING.weather, airC: 5 } },
  },
  engineIndoors: {
    at: { kind: 'firstRinse', weather: { ...DOING.weather, sky: 'indoors' } },
    not: { kind: 'firstRinse' },
  },
  solventHeat: { at: { kind: 'tar' }, not: { kind: 'iron' } },
  blower: { at: { kind: 'blowOut' }, not: { kind: 'dry' } },
  wetBrakes: { at: { kind: 'packUp' }, not: { kind: 'lookAgain' } },
};

describe('what is minded while something is done', () => {
  it('is what is tried here, nothing more and nothing less', () => {
    expect(STEP_CAUTIONS.map((c) => c.id).sort()).toEqual(Object.keys(CASES).sort());
  });

  it.each(STEP_CAUTIONS.map((c) => [c.id]))('%s is said where it should be, and nowhere beside', (id) => {
    const of = CASES[id];
    expect(of && cautionsOf({ ...DOING, ...of.at }).map((c) => c.id)).toContain(id);
    expect(of && cautionsOf({ ...DOING, ...of.not }).map((c) => c.id)).not.toContain(id);
  });
});
