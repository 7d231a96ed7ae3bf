import { type Sentence, toSay } from '../say.ts';
import { SOIL_LEVELS, type SoilLevel } from '../soil/soil.ts';
import type { Assessment, Sized } from './assessment.ts';
import { type PlanAnswer, type PlanShop, planWash } from './planWash.ts';

/** One answer given otherwise: what it would be, and what is said then. */
export type Flip = { readonly id: string; readonly words: Sentence; readonly said: Assessment };

/** What one answer would change: what is planned then, and by how much it differs. */
export type Change = {
  readonly flip: Flip;
  readonly plan: PlanAnswer;
  /** Steps that would come, and that would go. */
  readonly more: readonly string[];
  readonly fewer: readonly string[];
  /** Minutes more; null where it would be refused. */
  readonly minutes: number | null;
};

/** Minutes more or fewer somebody may have. */
const GIVE_MIN = 15;
/** A method named for what it costs is worth a word from here on. */
const WORTH = 0.1;
const MOST = 5;

const level = (of: Sized, by: 1 | -1): SoilLevel | undefined => SOIL_LEVELS[of.level + by];

/** Every answer that could be another, with what it would be. */
export function flipsOf(seen: Sized): Flip[] {
  const flips: Flip[] = [];
  const flip = (id: string, words: Sentence, said: Assessment) => flips.push({ id, words, said });
  const [dirtier, cleaner] = [level(seen, 1), level(seen, -1)];
  if (dirtier !== undefined)
    flip('dirtier', toSay('If it were a level dirtier'), { level: dirtier, zones: {} });
  if (cleaner !== undefined)
    flip('cleaner', toSay('If it were a level cleaner'), { level: cleaner, zones: {} });
  flip('grit', seen.looseGrit ? toSay('Without the loose grit') : toSay('With loose grit on it'), {
    looseGrit: !seen.looseGrit,
  });
  if (seen.water.kind === 'hose') {
    flip('carried', toSay('Without a hose, with a bucket of water'), {
      water: { kind: 'carried', litres: 16 },
    });
    flip('dry', toSay('Without any water'), { water: { kind: 'none' } });
  } else flip('hose', toSay('With a hose'), { water: { kind: 'hose' } });
  flip('drain', seen.drain ? toSay('Where nothing may run off') : toSay('Where there is a drain'), {
    drain: !seen.drain,
    runOffBan: seen.drain,
  });
  const minutes = seen.minutes ?? 45;
  flip('hurry', toSay('With {0} minutes', Math.max(GIVE_MIN, minutes - GIVE_MIN)), {
    minutes: Math.max(GIVE_MIN, minutes - GIVE_MIN),
  });
  if (!seen.follows.includes('polish'))
    flip('polish', toSay('If it is polished afterwards'), { follows: ['polish'] });
  if (!seen.follows.includes('show')) flip('show', toSay('If it goes to a show'), { follows: ['show'] });
  if (seen.protection === 'unknown') {
    flip('wax', toSay('If there is wax on it'), { protection: 'wax', beads: true });
    flip('film', toSay('If it is filmed or wrapped'), { protection: 'film' });
  }
  if (seen.assumed.includes('axles')) {
    const axle = { brake: 'carbonCeramic', finish: 'painted' } as const;
    flip('ceramic', toSay('If its brakes are carbon-ceramic'), { axles: { front: axle, rear: axle } });
  }
  return flips;
}

/**
 * What would change a plan, the most first: each answer is given otherwise and the plan made again. At most five, of those
 * that change the method, the steps, or the time or product by over a tenth.
 */
export function whatWouldChange(assessment: Assessment, shop: PlanShop): Change[] {
  const now = planWash(assessment, shop);
  return flipsOf(now.seen)
    .map((flip) => changeBy(flip, now, planWash({ ...assessment, ...flip.said }, shop)))
    .map((change) => ({ change, weighs: weight(change, now) }))
    .filter(({ weighs }) => weighs > 0)
    .sort((a, b) => b.weighs - a.weighs || a.change.flip.id.localeCompare(b.change.flip.id))
    .slice(0, MOST)
    .map(({ change }) => change);
}

function changeBy(flip: Flip, now: PlanAnswer, plan: PlanAnswer): Change {
  const [was, is] = [now, plan].map((p) => (p.ok ? p.steps.map((s) => s.id) : [])) as [string[], string[]];
  return {
    flip,
    plan,
    more: is.filter((id) => !was.includes(id)),
    fewer: was.filter((id) => !is.includes(id)),
    minutes: plan.ok && now.ok ? plan.minutes.elapsed - now.minutes.elapsed : null,
  };
}

/** Another method, or none, before other steps, before time and product; nothing under a tenth. */
function weight({ plan, more, fewer, minutes }: Change, now: PlanAnswer): number {
  if (plan.ok !== now.ok) return 1_000;
  if (!plan.ok || !now.ok) return 0;
  const time = Math.abs(minutes ?? 0) / now.minutes.elapsed;
  if (plan.method !== now.method) return 500 + time;
  const steps = more.length + fewer.length;
  if (steps > 0) return 100 + steps + time;
  const cost =
    plan.productMinor !== null && now.productMinor ? Math.abs(plan.productMinor / now.productMinor - 1) : 0;
  return Math.max(time, cost) > WORTH ? Math.max(time, cost) : 0;
}
