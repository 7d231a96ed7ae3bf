import type { Film, UseKind } from '#core/products/uses.ts';
import type { Agitation, Direction, Rinse } from '#core/recipes/recipe.ts';
import type { SoilKind, SoilLevel } from '#core/soil/soil.ts';
import type { Zone } from '#core/soil/zones.ts';

/** A strength for one level as it is written, or what to do instead after a dash. */
type Cell = string;

export type DemoRecipe = {
  name: string;
  product: string;
  use: UseKind;
  vessel: string;
  dial?: string;
  machine?: string;
  onPanel?: boolean;
  /** Dust, film, grime, heavy, caked. */
  cells: [Cell, Cell, Cell, Cell, Cell];
  /** Minutes: shortest, from, to; at each level, or the same at all. */
  dwell?: [number, number, number] | [number, number, number][];
  reasons?: Partial<Record<SoilLevel, string>>;
  soilKinds?: SoilKind[];
  zones?: Zone[];
  film?: Film;
  rateMlPerM2?: number;
  agitation?: Agitation;
  rinse?: Rinse;
  direction?: Direction;
  cautions?: string;
  cleanCheck?: string;
  notes?: string;
};
