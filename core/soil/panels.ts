import { type Body, zoneM2 } from './bodies.ts';
import type { Zone } from './zones.ts';

/**
 * The parts of a vehicle a person walks past, seen from above: which zone each is of, how high (0 sills and wheels, 1
 * upper sides, 2 the top), and where it lies going clockwise from the front.
 */
export const PANELS = [
  { id: 'front', zone: 'front', name: 'front', tier: 0, around: 0, share: 1 },
  { id: 'wheelFR', zone: 'wheels', name: 'front right wheel', tier: 0, around: 1, share: 1 / 4 },
  { id: 'tyreFR', zone: 'tyres', name: 'front right tyre', tier: 0, around: 1, share: 1 / 4 },
  { id: 'archFR', zone: 'arches', name: 'front right arch', tier: 0, around: 1, share: 1 / 4 },
  { id: 'lowerRight', zone: 'lowers', name: 'lower right side', tier: 0, around: 2, share: 1 / 2 },
  { id: 'wheelRR', zone: 'wheels', name: 'rear right wheel', tier: 0, around: 3, share: 1 / 4 },
  { id: 'tyreRR', zone: 'tyres', name: 'rear right tyre', tier: 0, around: 3, share: 1 / 4 },
  { id: 'archRR', zone: 'arches', name: 'rear right arch', tier: 0, around: 3, share: 1 / 4 },
  { id: 'rear', zone: 'rear', name: 'rear', tier: 0, around: 4, share: 1 },
  { id: 'wheelRL', zone: 'wheels', name: 'rear left wheel', tier: 0, around: 5, share: 1 / 4 },
  { id: 'tyreRL', zone: 'tyres', name: 'rear left tyre', tier: 0, around: 5, share: 1 / 4 },
  { id: 'archRL', zone: 'arches', name: 'rear left arch', tier: 0, around: 5, share: 1 / 4 },
  { id: 'lowerLeft', zone: 'lowers', name: 'lower left side', tier: 0, around: 6, share: 1 / 2 },
  { id: 'wheelFL', zone: 'wheels', name: 'front left wheel', tier: 0, around: 7, share: 1 / 4 },
  { id: 'tyreFL', zone: 'tyres', name: 'front left tyre', tier: 0, around: 7, share: 1 / 4 },
  { id: 'archFL', zone: 'arches', name: 'front left arch', tier: 0, around: 7, share: 1 / 4 },
  { id: 'upperRight', zone: 'uppers', name: 'upper right side', tier: 1, around: 2, share: 1 / 2 },
  { id: 'upperLeft', zone: 'uppers', name: 'upper left side', tier: 1, around: 6, share: 1 / 2 },
  { id: 'bonnet', zone: 'bonnet', name: 'bonnet', tier: 2, around: 0, share: 1 },
  { id: 'glass', zone: 'glass', name: 'glass', tier: 2, around: 2, share: 1 },
  { id: 'roof', zone: 'roof', name: 'roof', tier: 2, around: 4, share: 1 },
] as const satisfies readonly {
  id: string;
  zone: Zone;
  name: string;
  tier: 0 | 1 | 2;
  around: number;
  share: number;
}[];
export type PanelId = (typeof PANELS)[number]['id'];
/** Each by its name, as it is said on screens. */
export const PANEL_NAMES = Object.fromEntries(PANELS.map(({ id, name }) => [id, name])) as Readonly<
  Record<PanelId, string>
>;
export type PanelOf = (typeof PANELS)[number];

/** The panels of some zones. */
export const panelsOf = (zones: readonly Zone[]): readonly PanelOf[] =>
  PANELS.filter((p) => zones.includes(p.zone));

export const panelM2 = (panel: PanelOf, body: Body): number => zoneM2(panel.zone, body) * panel.share;
