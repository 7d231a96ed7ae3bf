import type {
  Brake,
  Follow,
  Glazing,
  OrUnknown,
  Protection,
  SeenField,
  Special,
  SpotKind,
  Stand,
  WheelFinish,
} from '#core/planning/assessment.ts';
import { PAINTED } from '#core/planning/levels.ts';
import type { StepDraft } from '#core/planning/steps.ts';
import { ZONE_NAMES } from '#core/soil/zones.ts';
import { t } from '../lib/speech.ts';

export const SPOT_WORDS: () => Record<SpotKind, string> = () => ({
  insects: t('Insects'),
  droppings: t('Droppings'),
  sap: t('Sap'),
  tar: t('Tar'),
  iron: t('Iron specks'),
  lime: t('Lime or cement'),
});
export const PROTECTION_WORDS: () => Record<OrUnknown<Protection>, string> = () => ({
  unknown: t('not known'),
  none: t('none'),
  wax: t('wax'),
  sealant: t('sealant'),
  coating: t('coating'),
  film: t('film or wrap'),
});
export const BRAKE_WORDS: () => Record<OrUnknown<Brake>, string> = () => ({
  disc: t('iron discs'),
  drum: t('drums'),
  carbonCeramic: t('carbon-ceramic'),
  unknown: t('not known'),
});
export const FINISH_WORDS: () => Record<OrUnknown<WheelFinish>, string> = () => ({
  clearCoated: t('clear-coated'),
  painted: t('painted'),
  polished: t('polished'),
  bare: t('bare metal'),
  chrome: t('chrome'),
  anodised: t('anodised'),
  coated: t('with a coating'),
  unknown: t('not known'),
});
export const FOLLOW_WORDS: () => Record<Follow, string> = () => ({
  use: t('daily use'),
  delivery: t('delivery'),
  polish: t('polish'),
  coating: t('coating'),
  show: t('a show'),
});
export const SPECIAL_WORDS: () => Record<Special, string> = () => ({
  singleStage: t('old single-stage paint'),
  matt: t('matt paint'),
  softTop: t('soft top'),
  tiredSeals: t('tired seals'),
  waterTraps: t('traps water'),
  leakingTop: t('top leaks'),
  freshPaint: t('paint under 90 days'),
  freshCoating: t('coating under 7 days'),
  freshFilm: t('film under 14 days'),
});
export const GLAZING_WORDS: () => Record<OrUnknown<Glazing>, string> = () => ({
  glass: t('glass'),
  plastic: t('plastic'),
  unknown: t('not known'),
});
export const STAND_WORDS: () => Record<Stand, string> = () => ({
  open: t('in the open'),
  shade: t('in the shade'),
  roof: t('under a roof'),
  closed: t('in a closed place'),
});

/** What a field of a vehicle is called. */
export const FIELD_WORDS: () => Record<SeenField, string> = () => ({
  body: t('Body'),
  colour: t('Colour'),
  material: t('Panels'),
  level: t('Sills and tail'),
  zones: t('Other zones'),
  kinds: t('What soil'),
  looseGrit: t('Loose grit'),
  stuckFilm: t('Stuck film'),
  hot: t('Hot from driving'),
  spots: t('Spots'),
  axles: t('Brakes and wheels'),
  protection: t('Protection'),
  beads: t('Water beads'),
  swirled: t('Swirled paint'),
  specials: t('Special'),
  glazing: t('Panes'),
  water: t('Water'),
  drain: t('A drain'),
  runOffBan: t('Nothing may run off'),
  bayNear: t('A bay is near'),
  stands: t('Where it stands'),
  closedC: t('How warm inside'),
  minutes: t('Minutes there are'),
  people: t('People'),
  follows: t('What follows'),
  touchless: t('Touchless asked for'),
  method: t('Method'),
  marring: t('Fine marks accepted'),
  due: t('Due by date'),
  words: t('A manager’s word'),
});

/** Where a step is done. */
export function stepWhere({ zones, axles }: Pick<StepDraft, 'zones' | 'axles'>): string {
  if (zones.length === 0) return '';
  if (zones.length === PAINTED.length && PAINTED.every((z) => zones.includes(z))) return t('all over');
  const names = zones.map((z) => t(ZONE_NAMES[z])).join(', ');
  return axles.length === 1 ? `${names}, ${axles[0] === 'front' ? t('in front') : t('behind')}` : names;
}
