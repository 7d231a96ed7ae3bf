import type { Treatment } from './intervals.ts';
import { PAINTED } from './levels.ts';
import type { ChoiceMade } from './recipeFor.ts';
import type { StepDraft } from './steps.ts';

type Step = StepDraft & { readonly choice: ChoiceMade };

/** From so dirty on, wheels, tyres and arches are gone through so that they count as done deep. */
const DEEP = 3;

/** What a plan does to a vehicle that is worth remembering: what it has no recipe for, it doesn't do. */
export function treatmentsOf({ steps }: { readonly steps: readonly Step[] }): Treatment[] {
  const done = steps.filter((s) => s.use !== null && s.choice.chosen);
  const has = (kind: Step['kind']) => done.some((s) => s.kind === kind);
  const ironed = done.find((s) => s.kind === 'iron' && s.share === 1)?.zones ?? [];
  const deep = done.some((s) => s.kind === 'wheel' && (s.level ?? 0) >= DEEP) && has('arch') && has('tyre');
  return [
    ...(has('wheelIron') ? (['ironWheels'] as const) : []),
    ...(PAINTED.every((z) => ironed.includes(z))
      ? (['ironAll'] as const)
      : ironed.includes('lowers') && ironed.includes('rear')
        ? (['ironLow'] as const)
        : []),
    ...(deep ? (['deepWheels'] as const) : []),
    ...(has('clay') ? (['clay'] as const) : []),
  ];
}
