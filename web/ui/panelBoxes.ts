import type { Body } from '#core/soil/bodies.ts';
import type { PanelId } from '#core/soil/panels.ts';

export type Box = { x: number; y: number; w: number; h: number };

/** Shares of the length that bonnet and tail take. */
const SHAPES: Record<Body, { length: number; bonnet: number; tail: number; width: number }> = {
  cityCar: { length: 300, bonnet: 0.2, tail: 0.06, width: 128 },
  hatchback: { length: 340, bonnet: 0.24, tail: 0.08, width: 134 },
  saloon: { length: 370, bonnet: 0.25, tail: 0.15, width: 136 },
  coupe: { length: 350, bonnet: 0.28, tail: 0.13, width: 136 },
  convertible: { length: 345, bonnet: 0.28, tail: 0.15, width: 136 },
  estate: { length: 380, bonnet: 0.24, tail: 0.05, width: 138 },
  pickup: { length: 400, bonnet: 0.22, tail: 0.3, width: 142 },
  hearse: { length: 430, bonnet: 0.22, tail: 0.04, width: 138 },
  van: { length: 410, bonnet: 0.12, tail: 0.03, width: 150 },
  camper: { length: 440, bonnet: 0.09, tail: 0.03, width: 156 },
};

const EDGE = 15;
const SIDE = 22;

/** Where each panel lies, seen from above with the front to the left; the sides are folded out. */
export function panelBoxes(body: Body): { boxes: Record<PanelId, Box>; width: number; height: number } {
  const { length, bonnet, tail, width } = SHAPES[body];
  const top = { x: EDGE + 14, y: 2 * SIDE + 14, w: length, h: width };
  const hood = bonnet * length;
  const screen = Math.min(44, length * 0.11);
  const end = tail * length;
  const roofX = top.x + hood + screen;
  const roofW = length - hood - screen - end - screen * 0.6;
  const wheelX = [top.x + length * 0.12, top.x + length * 0.72];
  const around = (i: 0 | 1, below: boolean, grow: number, shift: number): Box => ({
    x: (wheelX[i] as number) - grow,
    y: below ? top.y + top.h + 2 * SIDE - 6 + shift : top.y - 2 * SIDE - 12 - shift,
    w: 46 + 2 * grow,
    h: 18,
  });
  const side = (below: boolean, tier: 0 | 1): Box => ({
    x: top.x,
    y: below ? top.y + top.h + (1 - tier) * SIDE : top.y - (2 - tier) * SIDE,
    w: length,
    h: SIDE,
  });
  const boxes: Record<PanelId, Box> = {
    front: { x: top.x - EDGE, y: top.y + 6, w: EDGE, h: top.h - 12 },
    rear: { x: top.x + length, y: top.y + 6, w: EDGE, h: top.h - 12 },
    bonnet: { ...top, w: hood },
    glass: { ...top, x: top.x + hood, w: screen },
    roof: { ...top, x: roofX, w: roofW },
    upperRight: side(false, 1),
    lowerRight: side(false, 0),
    upperLeft: side(true, 1),
    lowerLeft: side(true, 0),
    wheelFR: around(0, false, 0, 0),
    wheelRR: around(1, false, 0, 0),
    wheelFL: around(0, true, 0, 0),
    wheelRL: around(1, true, 0, 0),
    tyreFR: around(0, false, 0, 0),
    tyreRR: around(1, false, 0, 0),
    tyreFL: around(0, true, 0, 0),
    tyreRL: around(1, true, 0, 0),
    archFR: around(0, false, 0, 0),
    archRR: around(1, false, 0, 0),
    archFL: around(0, true, 0, 0),
    archRL: around(1, true, 0, 0),
  };
  return { boxes, width: top.x + length + EDGE + 14, height: top.y + top.h + 2 * SIDE + 24 };
}

/** The glass at the back, between roof and tail. */
export const rearGlass = ({ roof, rear }: Record<PanelId, Box>): Box => ({
  x: roof.x + roof.w,
  y: roof.y,
  w: Math.max(8, (rear.x - roof.x - roof.w) / 2),
  h: roof.h,
});
