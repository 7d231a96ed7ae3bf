import type { UseKind } from '../products/uses.ts';
import { type Sentence, toSay } from '../say.ts';
import type { SoilLevel } from '../soil/soil.ts';
import { AXLES, type Sized } from './assessment.ts';
import { highest, PAINTED, UNDERSIDE, type WashZone, zonesFrom } from './levels.ts';
import type { MethodTaken } from './method.ts';
import { type SchoolId, type Schools, whySchool } from './schools.ts';
import { afterPasses, type More, rinseOff, shareOf, step, whereAre } from './stepDraft.ts';
import type { StepDraft } from './steps.ts';

const BLEEDS = toSay('No more colour bleeds.');

/** How often paint is pre-washed before the foam: not under grime, once at grime, twice from heavy on. */
const passesAt = (level: SoilLevel): 0 | 1 | 2 => (level < 2 ? 0 : level < 3 ? 1 : 2);

/** What is done with a method to this vehicle; in no order yet. */
export function workFor(taken: MethodTaken, seen: Sized, schools: Schools): StepDraft[] {
  const begin = [
    step('lookRound', [], [toSay('An old mark is seen before it is yours.')], {
      check: toSay('Windows, roof and charge flap shut, wipers off, marks seen; then go.'),
    }),
    ...(seen.hot
      ? [step('cool', UNDERSIDE, [toSay('On hot paint and hot discs it dries, stains and warps.')])]
      : []),
    ...(taken.firstRinse && !rinsedHere(seen) ? [step('move', [], [toSay('Here it can’t be rinsed.')])] : []),
    ...(taken.firstRinse ? [firstRinse(seen)] : []),
  ];
  const end = [
    step('lookAgain', [], [toSay('What was missed is seen in dry light.')]),
    step(
      'packUp',
      [],
      [toSay('Towels are sorted, tar cloths go into a lidded metal bin, vessels are emptied or labelled.')],
    ),
  ];
  switch (taken.method) {
    case 'hose':
      return [...begin, ...wheels(seen), ...loosened(seen, schools), ...washed(taken, seen, schools), ...end];
    case 'touchless':
      return [...begin, ...loosened(seen, schools), ...dried(seen, schools), ...end];
    case 'rinseless':
      return [...begin, ...rinseless(taken, seen), LAST_WHEELS, ...end];
    case 'waterless':
      return [...begin, waterless(seen), LAST_WHEELS, ...end];
  }
}

/** Water may run over it, and off, where it stands. */
const rinsedHere = ({ water, drain, runOffBan }: Sized): boolean =>
  water.kind === 'hose' && drain && !runOffBan;

function firstRinse(seen: Sized): StepDraft {
  const caked = seen.looseGrit || seen.stuckFilm ? [...PAINTED, 'arches' as const] : ['arches', 'lowers'];
  return step('firstRinse', caked as WashZone[], [
    toSay('What is loose or caked goes with water before anything is laid.'),
  ]);
}

function wheels(seen: Sized): StepDraft[] {
  const { levels, spots, axles, due } = seen;
  const ceramic = AXLES.filter((axle) => axles[axle].brake === 'carbonCeramic');
  const others = AXLES.filter((axle) => !ceramic.includes(axle));
  const use = (kind: 'tyre' | 'arch' | 'wheel', zone: WashZone, because: Sentence) =>
    step(kind, [zone], [because], { use: kind, level: levels[zone], rinsed: true });
  const specks = spots.some((s) => s.kind === 'iron' && s.zones.includes('wheels'));
  const iron = specks || due.includes('ironWheels');
  const wheel = {
    ...use('wheel', 'wheels', toSay('One corner after the other: it must not dry.')),
    axles: others,
  };
  const gentle = step('wheel', ['wheels'], [toSay('Carbon-ceramic brakes are washed with shampoo alone.')], {
    id: 'wheel by shampoo',
    axles: ceramic,
    use: 'shampoo',
    level: afterPasses(levels.wheels, 1),
    rinsed: true,
  });
  const why = specks ? toSay('Specks of brake iron are seen on them.') : DUE;
  const ironed = step('wheelIron', ['wheels'], [why], {
    use: 'iron',
    level: afterPasses(levels.wheels, 2),
    check: BLEEDS,
  });
  const first: Partial<StepDraft> = { school: 'wheelsWhen' };
  return [
    step('wheelRinse', UNDERSIDE, [toSay('Loose dust goes with water.'), whySchool('wheelsWhen')], first),
    use('tyre', 'tyres', toSay('Old dressing and road film come off before the wheel is clean.')),
    use('arch', 'arches', toSay('What drips out of them would land on clean wheels.')),
    ...(others.length > 0 ? [wheel] : []),
    ...(ceramic.length > 0 ? [gentle] : []),
    ...(iron ? [ironed, rinseOff(ironed, toSay('It is rinsed off the moment it has bled.'))] : []),
  ];
}

/** What loosens dirt before anything touches the paint. */
function loosened(seen: Sized, schools: Schools): StepDraft[] {
  const { levels } = seen;
  const passes = passesAt(seen.dirtiest);
  const soft = whereAre(seen, ['insects', 'droppings', 'sap']);
  const steps: StepDraft[] = [];
  if (soft.length > 0) {
    const soak = step('spotSoak', soft, [toSay('Soften, then touch.')], {
      use: 'insectSoak',
      level: highest(levels, soft),
      share: shareOf(seen, ['insects', 'droppings', 'sap']),
      school: 'soakWhen',
    });
    steps.push(
      schools.soakWhen === 'beforeFoam'
        ? { ...soak, because: [...soak.because, whySchool('soakWhen')] }
        : soak,
    );
  }
  if (passes === 2) {
    const first = preWash(
      zonesFrom(levels, 2),
      seen,
      1,
      toSay('At heavy soil the first pre-wash takes the grit.'),
    );
    steps.push(first, rinseOff(first, toSay('Grit goes before the second one works.')));
    steps.push(
      preWash(zonesFrom(levels, 3), seen, 2, toSay('A second one takes what is left, under the foam.')),
    );
  } else if (passes === 1) {
    steps.push(
      preWash(zonesFrom(levels, 2), seen, 1, toSay('At grime and over it loosens what foam alone leaves.')),
    );
  }
  const foam = step('foam', PAINTED, [toSay('What it loosens needs no touch.')], {
    use: 'foam',
    level: highest(levels, PAINTED),
  });
  steps.push(foam, rinseOff(foam, toSay('Grit under a mitt scratches.'), toSay('Foam comes off white.')));
  return steps;
}

function preWash(zones: WashZone[], { levels }: Sized, pass: 1 | 2, because: Sentence): StepDraft {
  return step('preWash', zones, [because], { use: 'preWash', level: highest(levels, zones), pass });
}

function washed(taken: MethodTaken, seen: Sized, schools: Schools): StepDraft[] {
  const { dirtiest, levels } = seen;
  const shampoo: SchoolId = 'contactShampoo';
  const contact = step(
    'contact',
    PAINTED,
    [
      taken.thorough
        ? toSay('It is polished afterwards: what is on it comes off now.')
        : toSay('Two buckets, straight lines, a fresh face every half panel.'),
      whySchool(shampoo),
    ],
    {
      use: 'shampoo',
      level: afterPasses(highest(levels, PAINTED), passesAt(dirtiest)),
      school: shampoo,
      rinsed: true,
      check: toSay('A white towel stays white.'),
    },
  );
  return [
    ...(dirtiest >= 2
      ? [
          step('touchCheck', ['glass'], [toSay('Grit under a mitt scratches.')], {
            check: toSay('A wet finger on glass feels no grit; else rinse again.'),
          }),
        ]
      : []),
    step('goNoGo', PAINTED, [toSay('Wind, sun and heat decide before a mitt is wet.')], {
      check: toSay('No grit in the wind, no rain, panels a hand can stay on.'),
    }),
    contact,
    rinseOff(contact, toSay('Suds dry to a film.')),
    ...decontaminated(seen, schools),
    ...dried(seen, schools),
  ];
}

const DUE = toSay('It is due by date.');

/** Painted zones that are due for iron by date. */
const ironDue = ({ due }: Sized): readonly WashZone[] =>
  due.includes('ironAll') ? PAINTED : due.includes('ironLow') ? ['lowers', 'rear'] : [];

/** What is left on washed paint: each laid where it is, and rinsed off before the next. */
function decontaminated(seen: Sized, schools: Schools): StepDraft[] {
  const laid = (
    kind: 'lime' | 'tar' | 'iron',
    zones: readonly WashZone[],
    because: Sentence,
    more: More & { use: UseKind },
  ) => {
    if (zones.length === 0) return [];
    const made = step(kind, zones, [because], { level: 0, ...more });
    return [made, rinseOff(made, toSay('It is rinsed off before anything else is laid.'))];
  };
  const on = (kind: 'lime' | 'tar' | 'iron', use: UseKind, because: Sentence, check: Sentence) =>
    laid(kind, whereAre(seen, [kind]), because, { use, share: shareOf(seen, [kind]), check });
  const byDate = ironDue(seen);
  const clays =
    schools.clay === 'whenPolished' &&
    (seen.follows.includes('polish') || seen.marring) &&
    !seen.follows.includes('coating');
  const clay = step(
    'clay',
    PAINTED,
    [toSay('What sits in the paint is lifted before it is polished.'), whySchool('clay')],
    {
      use: 'clayLubricant',
      level: 0,
      school: 'clay',
      check: toSay('Wet paint feels and sounds smooth.'),
    },
  );
  return [
    ...on('lime', 'lime', toSay('Splashes of lime are seen.'), toSay('No more fizz; rinsed once more.')),
    ...on('tar', 'tar', toSay('Tar is seen: only solvent takes it.'), toSay('No brown on a white cloth.')),
    ...(byDate.length > 0
      ? laid(
          'iron',
          PAINTED.filter((z) => byDate.includes(z) || whereAre(seen, ['iron']).includes(z)),
          DUE,
          {
            use: 'iron',
            check: BLEEDS,
          },
        )
      : on('iron', 'iron', toSay('Iron specks are felt.'), BLEEDS)),
    ...(clays ? [clay, rinseOff(clay, toSay('Clay leaves its lubricant behind.'))] : []),
  ];
}

function dried(seen: Sized, schools: Schools): StepDraft[] {
  const bare = seen.follows.includes('polish') || seen.follows.includes('coating');
  const aid = schools.drying === 'withAid' && !bare;
  return [
    step('finalRinse', PAINTED, [toSay('Clean water leaves the fewest spots.')]),
    step(
      'dry',
      PAINTED,
      [
        aid
          ? whySchool('drying')
          : toSay('Nothing is left behind that polish or coating would have to take off.'),
        toSay('From the top down: water runs down.'),
      ],
      { school: 'drying', ...(aid && { use: 'dryingAid', level: 0 }) },
    ),
    step('blowOut', [], [toSay('What sits in gaps runs out over dry paint.')]),
    ...(seen.follows.includes('coating')
      ? [
          step(
            'panelWipe',
            PAINTED.filter((z) => z !== 'glass'),
            [toSay('A coating holds on bare paint alone.')],
            {
              use: 'panelWipe',
              level: 0,
            },
          ),
        ]
      : []),
    ...(seen.follows.includes('delivery') || seen.follows.includes('show')
      ? [
          step('glass', ['glass'], [toSay('Glass is looked through by whoever takes it over.')], {
            use: 'glass',
            level: 0,
          }),
        ]
      : []),
  ];
}

function rinseless({ firstRinse: rinsed }: MethodTaken, { levels }: Sized): StepDraft[] {
  const level = highest(levels, PAINTED);
  return [
    step('preSoak', PAINTED, [toSay('Soaked, dirt lifts off.')], { use: 'preSoak', level, rinsed }),
    step('rinseless', PAINTED, [toSay('A fresh face of towel for every stretch: nothing is carried on.')], {
      use: 'rinselessWash',
      level: afterPasses(level, rinsed ? 1 : 0),
      rinsed,
      check: toSay('A white towel stays white.'),
    }),
  ];
}

function waterless({ levels }: Sized): StepDraft {
  return step('waterless', PAINTED, [toSay('Soaked heavily, wiped once, from the roof down to the sills.')], {
    use: 'waterlessWash',
    level: highest(levels, PAINTED),
    check: toSay('A white towel stays white.'),
  });
}

/** Wheels with their own towels, after the paint. */
const LAST_WHEELS = step('wheel', ['wheels'], [toSay('The towel that touched a wheel touches no paint.')], {
  school: 'wheelsWhen',
});
