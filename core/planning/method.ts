import type { Weather } from '../dwell/weather.ts';
import { type Sentence, toSay } from '../say.ts';
import type { Sized } from './assessment.ts';
import { METHODS, type Method } from './methods.ts';
import type { Schools } from './schools.ts';

/** How a vehicle is washed, by which row of the table, and why. */
export type MethodTaken = {
  readonly ok: true;
  readonly method: Method;
  readonly row: string;
  readonly because: Sentence;
  /** A rinse before anything touches it. */
  readonly firstRinse: boolean;
  /** Paint may be worked on as it is washed: it is polished afterwards. */
  readonly thorough: boolean;
};
/** It isn't washed as it stands; what would allow it. */
export type MethodRefused = {
  readonly ok: false;
  readonly row: string;
  readonly because: Sentence;
  readonly allow: readonly Sentence[];
};
export type MethodAnswer = MethodTaken | MethodRefused;

type Asked = { readonly seen: Sized; readonly weather: Weather; readonly schools: Schools };

const COLD_C = 2;
const ICE_C = 5;
/** Litres: towels for a waterless wash, and what a rinseless one takes at least. */
const WATERLESS_L = 2;
const RINSELESS_L = 4;
/** Minutes under which a lightly soiled vehicle isn't hosed, and under which one with dust alone is done waterless. */
const SHORT_MIN = 25;
const SHORTEST_MIN = 20;

const TO_A_BAY = toSay('Bring it to a bay with a hose and a drain.');
const RINSED_ELSEWHERE = toSay('Rinse it where that is allowed, then it can be washed here.');

/** How warm it is in the warmest place it can stand, in degrees C. */
const warmestC = ({ seen, weather }: Asked): number =>
  Math.max(...seen.stands.map((stand) => (stand === 'closed' ? seen.closedC : weather.airC)));

const noHose = ({ seen }: Asked): boolean => seen.water.kind !== 'hose';
/** Running water has nowhere to go here. */
const nowhereToRun = ({ seen }: Asked): boolean => seen.runOffBan || !seen.drain;
const gritty = ({ seen }: Asked): boolean => seen.looseGrit || seen.stuckFilm;
const traps = ({ seen }: Asked): boolean =>
  seen.specials.includes('waterTraps') || seen.specials.includes('leakingTop');
const carriedL = ({ seen }: Asked): number =>
  seen.water.kind === 'carried' ? seen.water.litres : seen.water.kind === 'none' ? 0 : Infinity;
/** Water may run over it somewhere. */
const mayRinse = (of: Asked): boolean =>
  !traps(of) && ((!noHose(of) && !nowhereToRun(of)) || of.seen.bayNear);
/** Something has to be rinsed off before a towel touches it; or before anything is laid, where a hose is there. */
const needsRinse = (of: Asked): boolean =>
  gritty(of) || of.seen.kinds.includes('salt') || of.seen.dirtiest === 3;
const needsHoseRinse = (of: Asked): boolean => gritty(of) || of.seen.dirtiest === 4;
const show = ({ seen }: Asked): boolean => seen.follows.includes('show');

const take = (
  row: string,
  method: Method,
  because: Sentence,
  more: Partial<MethodTaken> = {},
): MethodTaken => ({ ok: true, method, row, because, firstRinse: false, thorough: false, ...more });
const no = (row: string, because: Sentence, allow: readonly Sentence[]): MethodRefused => ({
  ok: false,
  row,
  because,
  allow,
});

/** The rows in their order: the first that says something decides. */
const ROWS: readonly ((of: Asked) => MethodAnswer | null)[] = [
  (of) =>
    warmestC(of) > COLD_C
      ? null
      : no(
          'M1',
          toSay('It freezes wherever it can stand: water turns to ice on the paint and in the locks.'),
          [toSay('Bring it to a warm bay.'), toSay('Wait for the first hour without frost.')],
        ),
  (of) =>
    (gritty(of) || of.seen.dirtiest >= 3) && (noHose(of) || nowhereToRun(of)) && !of.seen.bayNear
      ? no(
          'M2',
          toSay('What is gritty or heavy is rinsed off before anything wipes, and here it can’t be.'),
          [TO_A_BAY, RINSED_ELSEWHERE],
        )
      : null,
  (of) => {
    if (carriedL(of) >= WATERLESS_L) return null;
    if (of.seen.dirtiest <= 1 && !gritty(of)) {
      return take('M3', 'waterless', toSay('There is no water, and little enough on it to be lifted off.'));
    }
    return no('M3', toSay('There is no water, and too much on it to be wiped off dry.'), [
      toSay('Carry water: a little for pre-soaked towels, a bucket for more.'),
      TO_A_BAY,
    ]);
  },
  (of) => {
    const cold = warmestC(of) <= ICE_C && of.seen.dirtiest <= 2;
    if (!(noHose(of) || nowhereToRun(of) || traps(of) || cold)) return null;
    const because = noHose(of)
      ? toSay('There is no hose: the water that is carried goes furthest in a rinseless wash.')
      : nowhereToRun(of)
        ? toSay('Nothing may run off here, and a rinseless wash lets nothing run.')
        : traps(of)
          ? toSay('Running water would get in where it can’t get out.')
          : toSay('Near frost rinse water turns to ice: little water is used.');
    if (of.seen.dirtiest === 4) {
      return no('M4', toSay('Caked dirt takes running water, and here there is none for it.'), [
        TO_A_BAY,
        ...(traps(of) ? [toSay('A manager says how water is kept out of the traps.')] : []),
      ]);
    }
    const rinsed = needsRinse(of);
    if (rinsed && !mayRinse(of)) {
      return no('M4', toSay('Grit and salt are rinsed off before anything wipes, and here they can’t be.'), [
        TO_A_BAY,
        RINSED_ELSEWHERE,
      ]);
    }
    const dustOnly = of.seen.dirtiest === 0 && show(of);
    return take('M4', dustOnly ? 'waterless' : 'rinseless', because, { firstRinse: rinsed });
  },
  (of) =>
    of.seen.touchless && of.seen.dirtiest === 0 && of.seen.spots.length === 0
      ? take('M5', 'touchless', toSay('It was asked for, and there is only dust.'))
      : null,
  (of) => {
    const { dirtiest, minutes } = of.seen;
    if (dirtiest > 1 || gritty(of)) return null;
    const short = minutes !== null && minutes < SHORT_MIN;
    if (!(of.schools.lightWash === 'rinseless' || short || (dirtiest === 0 && show(of)))) return null;
    const waterless = dirtiest === 0 && ((minutes !== null && minutes < SHORTEST_MIN) || show(of));
    return take(
      'M6',
      waterless ? 'waterless' : 'rinseless',
      short
        ? toSay('There are {0} minutes, and little on it.', minutes)
        : toSay('There is little on it, and the shop prefers not to hose it.'),
    );
  },
  (of) =>
    take('M7', 'hose', toSay('There is a hose and a drain: what is loose goes with the water.'), {
      firstRinse: needsHoseRinse(of),
      thorough: of.seen.follows.includes('polish'),
    }),
];

/** Why a method can't be taken whoever asks for it; null where it may be. */
function barred(method: Method, of: Asked): Sentence | null {
  const { seen } = of;
  switch (method) {
    case 'hose':
      if (noHose(of)) return toSay('No hose is there.');
      if (nowhereToRun(of)) return toSay('Nothing may run off here.');
      return traps(of) ? toSay('Running water would get in where it can’t get out.') : null;
    case 'rinseless': {
      if (carriedL(of) < RINSELESS_L) return toSay('It takes {0} litres for towels.', RINSELESS_L);
      if (seen.dirtiest === 4) return toSay('Caked dirt takes running water.');
      return needsRinse(of) && !mayRinse(of)
        ? toSay('Grit and salt are rinsed off before anything wipes, and here they can’t be.')
        : null;
    }
    case 'waterless':
      return seen.dirtiest > 1 || gritty(of) ? toSay('From grime on nothing is wiped without water.') : null;
    case 'touchless':
      if (noHose(of) || nowhereToRun(of)) return toSay('No hose is there.');
      return seen.dirtiest > 0 || seen.spots.length > 0
        ? toSay('Nothing but dust comes off without touch.')
        : null;
  }
}

const wanted = (method: Method, of: Asked): MethodTaken =>
  take('asked', method, toSay('It was asked for.'), {
    firstRinse: method === 'rinseless' ? needsRinse(of) : method === 'hose' && needsHoseRinse(of),
    thorough: method === 'hose' && of.seen.follows.includes('polish'),
  });

/**
 * How the vehicle is washed here and now, or that it isn't, and what would allow it. A method that was asked for is taken
 * where it may be.
 */
export function methodFor(seen: Sized, weather: Weather, schools: Schools): MethodAnswer {
  const of = { seen, weather, schools };
  for (const row of ROWS) {
    const answer = row(of);
    if (!answer) continue;
    if (answer.ok && seen.method !== null && barred(seen.method, of) === null) return wanted(seen.method, of);
    return answer;
  }
  throw new Error('the last row always answers');
}

/** Why the method that was asked for isn't taken; null where none was, or it is. */
export const askedInVain = (seen: Sized, weather: Weather, schools: Schools): Sentence | null =>
  seen.method === null ? null : barred(seen.method, { seen, weather, schools });

export type NotTaken = { readonly method: Method; readonly because: Sentence };

/** Why each of the others isn't taken, or what it would take. */
export function notTaken(taken: Method, seen: Sized): NotTaken[] {
  const why: Record<Method, Sentence> = {
    hose:
      seen.water.kind !== 'hose'
        ? toSay('No hose is there.')
        : toSay('Possible where it may run off; it takes more time and water than this needs.'),
    rinseless:
      seen.dirtiest > 2
        ? toSay(
            'At {0} a towel would drag what is on it: up to grime only, unless it is rinsed first.',
            seen.dirtiest,
          )
        : toSay('Possible: less water and time, and no running water to carry grit off.'),
    waterless:
      seen.dirtiest > 1
        ? toSay('From grime on nothing is wiped without water.')
        : toSay('Possible with clean towels and much of the product: it is the closest to the paint.'),
    touchless:
      seen.dirtiest > 0
        ? toSay('Nothing but dust comes off without touch.')
        : toSay('Possible where it is asked for: it leaves a film that only touch takes off.'),
  };
  return METHODS.filter((method) => method !== taken).map((method) => ({ method, because: why[method] }));
}

/** What a method leaves undone. */
export const LEFT_UNDONE: Record<Method, readonly Sentence[]> = {
  hose: [],
  rinseless: [toSay('Carpeted arches'), toSay('Grilles and what lies behind them'), toSay('Wheel barrels')],
  waterless: [toSay('Arches'), toSay('Grilles and gaps'), toSay('Wheel barrels'), toSay('Tyres')],
  touchless: [toSay('The film that only touch takes off'), toSay('Glass inside')],
};
