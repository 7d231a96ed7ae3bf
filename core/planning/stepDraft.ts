import type { Sentence } from '../say.ts';
import { SOIL_LEVELS, type SoilLevel } from '../soil/soil.ts';
import { AXLES, type Sized, type SpotKind } from './assessment.ts';
import { PAINTED, type WashZone } from './levels.ts';
import type { StepDraft, StepKind } from './steps.ts';

/** What a step has besides what it is, where it is done and why. */
export type More = Partial<Omit<StepDraft, 'kind' | 'zones' | 'because'>>;

/** A step, with what most have. */
export const step = (
  kind: StepKind,
  zones: readonly WashZone[],
  because: readonly Sentence[],
  more: More = {},
): StepDraft => ({
  id: `${kind}${more.pass === 2 ? 2 : ''}`,
  kind,
  zones,
  axles: zones.includes('wheels') ? AXLES : [],
  use: null,
  level: null,
  rinsed: false,
  pass: 1,
  share: 1,
  because,
  check: null,
  school: null,
  takesOff: null,
  ...more,
});

/** What takes off what another step laid, directly after it. */
export const rinseOff = (of: StepDraft, because: Sentence, check: Sentence | null = null): StepDraft =>
  step('rinse', of.zones, [because], { id: `rinse ${of.id}`, takesOff: of.id, check, pass: of.pass });

/** What wipes is asked for a level less for each pass that was rinsed off before it; dust stays dust. */
export const afterPasses = (level: SoilLevel, passes: number): SoilLevel =>
  level === 0 ? 0 : (SOIL_LEVELS[Math.max(1, level - passes)] as SoilLevel);

/** Part of a zone that spots take up. */
const SHARE = { few: 0.1, many: 0.4 };
export const shareOf = (seen: Sized, kinds: readonly SpotKind[]): number =>
  seen.spots.some((s) => kinds.includes(s.kind) && s.many) ? SHARE.many : SHARE.few;
export const whereAre = (seen: Sized, kinds: readonly SpotKind[]): WashZone[] => {
  const zones = new Set(seen.spots.filter((s) => kinds.includes(s.kind)).flatMap((s) => s.zones));
  return PAINTED.filter((zone) => zones.has(zone));
};
