import { type Sentence, toSay } from '../say.ts';
import type { StepKind } from './steps.ts';

/** What is laid out for a step besides mix, water and towels. */
const TOOLS: Partial<Record<StepKind, readonly Sentence[]>> = {
  tyre: [toSay('tyre brush')],
  arch: [toSay('arch brush')],
  wheel: [toSay('wheel brushes of two sizes')],
  spotSoak: [toSay('soaked cloths for the spots')],
  contact: [toSay('two mitts'), toSay('grit guards')],
  tar: [toSay('lidded metal bin for tar cloths')],
  clay: [toSay('clay block or mitt')],
  lime: [toSay('pH paper')],
  blowOut: [toSay('blower')],
  panelWipe: [toSay('lint-free cloths')],
  glass: [toSay('glass cloth')],
};

/** The tools of a plan in the order of work, each once. */
export function toolsOf({ steps }: { readonly steps: readonly { readonly kind: StepKind }[] }): Sentence[] {
  const kinds = [...new Set(steps.map((s) => s.kind))];
  return kinds.flatMap((kind) => TOOLS[kind] ?? []);
}
