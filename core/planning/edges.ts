import { type Sentence, toSay } from '../say.ts';
import { STEP_KINDS, type StepDraft, type StepKind } from './steps.ts';

/** What schools and time decide of the order. */
export type Order = { readonly wheels: 'first' | 'last'; readonly soaks: 'beforeFoam' | 'afterFoam' };

/** One kind of step comes before another, and why. A row here and nowhere else. */
export type Edge = {
  readonly before: StepKind;
  readonly after: StepKind;
  readonly because: Sentence;
  /** Where wheels or soaks come so; else always. */
  readonly where?: Partial<Order>;
};

const GRIT = toSay('Grit under a mitt scratches.');
const SPLASH = toSay('Splash from the wheels lands on what is still dirty.');
const SEES_PAINT = toSay('It works on what it can reach: on washed paint.');
const OWN_MARKS = toSay('An old mark is seen before it is yours.');
const DRIES_LAST = toSay('What is wet again is dried again.');

export const EDGES: readonly Edge[] = [
  ...STEP_KINDS.filter((kind) => kind !== 'lookRound').map(
    (after): Edge => ({ before: 'lookRound', after, because: OWN_MARKS }),
  ),
  ...(['firstRinse', 'wheelRinse', 'spotSoak', 'preWash', 'foam', 'waterless', 'preSoak'] as const).map(
    (after): Edge => ({
      before: 'cool',
      after,
      because: toSay('On hot paint and hot discs it dries, stains and warps.'),
    }),
  ),
  { before: 'move', after: 'firstRinse', because: toSay('Here it can’t be rinsed.') },
  {
    before: 'firstRinse',
    after: 'wheelRinse',
    because: toSay('Arches and sills are flushed before anything is laid.'),
  },
  ...(['spotSoak', 'preWash', 'foam', 'preSoak', 'waterless'] as const).map(
    (after): Edge => ({ before: 'firstRinse', after, because: GRIT }),
  ),
  { before: 'wheelRinse', after: 'tyre', because: toSay('Loose dust goes with water.') },
  { before: 'wheelRinse', after: 'arch', because: toSay('Loose dust goes with water.') },
  { before: 'tyre', after: 'wheel', because: toSay('The wheel is what has to be clean in the end.') },
  { before: 'arch', after: 'wheel', because: toSay('The wheel is what has to be clean in the end.') },
  {
    before: 'wheel',
    after: 'wheelIron',
    because: toSay('Iron remover then sees metal and wastes nothing.'),
  },
  ...(['wheel', 'wheelIron'] as const).flatMap((before) =>
    (['spotSoak', 'preWash', 'foam', 'contact'] as const).map(
      (after): Edge => ({ before, after, because: SPLASH, where: { wheels: 'first' } }),
    ),
  ),
  ...(['wheelRinse', 'tyre', 'arch', 'wheel'] as const).map(
    (after): Edge => ({
      before: 'contact',
      after,
      because: toSay('The paint is washed while there is time for it, the wheels with what is left.'),
      where: { wheels: 'last' },
    }),
  ),
  {
    before: 'rinseless',
    after: 'wheel',
    because: toSay('The bucket goes from paint to wheels, never back.'),
  },
  { before: 'waterless', after: 'wheel', because: toSay('A towel that touched a wheel touches no paint.') },
  ...(['preWash', 'foam'] as const).map(
    (after): Edge => ({
      before: 'spotSoak',
      after,
      because: toSay('Soften, then touch.'),
      where: { soaks: 'beforeFoam' },
    }),
  ),
  {
    before: 'foam',
    after: 'spotSoak',
    because: toSay('Only what the foam left is soaked.'),
    where: { soaks: 'afterFoam' },
  },
  { before: 'spotSoak', after: 'touchCheck', because: toSay('Soften, then touch.') },
  { before: 'spotSoak', after: 'contact', because: toSay('Soften, then touch.') },
  { before: 'preWash', after: 'foam', because: toSay('It works on under the foam.') },
  { before: 'preWash', after: 'contact', because: GRIT },
  { before: 'foam', after: 'touchCheck', because: GRIT },
  { before: 'foam', after: 'contact', because: GRIT },
  { before: 'touchCheck', after: 'goNoGo', because: GRIT },
  { before: 'touchCheck', after: 'contact', because: GRIT },
  { before: 'goNoGo', after: 'contact', because: toSay('Wind, sun and heat decide before a mitt is wet.') },
  { before: 'preSoak', after: 'rinseless', because: toSay('Soaked, dirt lifts off.') },
  ...(['lime', 'tar', 'iron', 'clay'] as const).map(
    (after): Edge => ({ before: 'contact', after, because: SEES_PAINT }),
  ),
  { before: 'lime', after: 'tar', because: toSay('Acid is rinsed off before anything else is laid.') },
  { before: 'lime', after: 'iron', because: toSay('Acid and iron remover give off gas together.') },
  { before: 'lime', after: 'clay', because: toSay('Clay is the last: what it picks up it drags.') },
  { before: 'tar', after: 'iron', because: toSay('Iron lies under the tar.') },
  { before: 'iron', after: 'clay', because: toSay('Clay is the last: what it picks up it drags.') },
  { before: 'tar', after: 'clay', because: toSay('Clay is the last: what it picks up it drags.') },
  ...(
    ['spotSoak', 'preWash', 'foam', 'contact', 'clay', 'iron', 'tar', 'lime', 'wheel', 'wheelIron'] as const
  ).map((before): Edge => ({ before, after: 'finalRinse', because: DRIES_LAST })),
  { before: 'finalRinse', after: 'dry', because: toSay('Clean water leaves the fewest spots.') },
  { before: 'dry', after: 'blowOut', because: toSay('What sits in gaps runs out over dry paint.') },
  {
    before: 'blowOut',
    after: 'panelWipe',
    because: toSay('A wipe before coating is the last on the paint.'),
  },
  { before: 'dry', after: 'panelWipe', because: toSay('A wipe before coating is the last on the paint.') },
  { before: 'dry', after: 'glass', because: toSay('Drying leaves lint on glass.') },
  { before: 'blowOut', after: 'glass', because: toSay('What sits in gaps runs out over dry paint.') },
  { before: 'dry', after: 'dressing', because: toSay('Dressing keeps off wet rubber.') },
  ...(
    [
      'dry',
      'glass',
      'dressing',
      'panelWipe',
      'wheel',
      'wheelIron',
      'rinseless',
      'waterless',
      'blowOut',
    ] as const
  ).map(
    (before): Edge => ({
      before,
      after: 'lookAgain',
      because: toSay('What was missed is seen in dry light.'),
    }),
  ),
  { before: 'lookAgain', after: 'packUp', because: toSay('Nothing is packed while something is missing.') },
];

/** The edges that hold, by when wheels and soaks come. */
export const edgesOf = (order: Order): readonly Edge[] =>
  EDGES.filter(
    ({ where = {} }) =>
      (!where.wheels || where.wheels === order.wheels) && (!where.soaks || where.soaks === order.soaks),
  );

const rank = (kind: StepKind): number => STEP_KINDS.indexOf(kind);

/**
 * Steps in an order that holds to every edge; among what is free, by kind, a second pass after the first. What takes
 * something off follows it directly.
 *
 * @throws where edges go round in a circle: a fault of the table
 */
export function ordered(steps: readonly StepDraft[], by: Order): StepDraft[] {
  const takers = new Map(steps.flatMap((s) => (s.takesOff ? [[s.takesOff, s] as const] : [])));
  const left = steps
    .filter((s) => !s.takesOff)
    .sort((a, b) => rank(a.kind) - rank(b.kind) || a.pass - b.pass);
  const edges = edgesOf(by);
  const waitsFor = (step: StepDraft) =>
    left.some(
      (other) =>
        other !== step &&
        (edges.some((e) => e.before === other.kind && e.after === step.kind) ||
          (other.kind === step.kind && other.pass < step.pass)),
    );
  const order: StepDraft[] = [];
  while (left.length > 0) {
    const next = left.findIndex((step) => !waitsFor(step));
    if (next < 0) throw new Error(`steps wait for each other: ${left.map((s) => s.id).join(', ')}`);
    const [step] = left.splice(next, 1) as [StepDraft];
    order.push(step);
    for (let taker = takers.get(step.id); taker; taker = takers.get(taker.id)) order.push(taker);
  }
  return order;
}
