import type { ProtectionEffect } from '../products/record.ts';
import type { Film, UseKind } from '../products/uses.ts';
import type { Traits } from './traits.ts';

// What is laid on what, as the rules ask.

/** A mix as it is laid. */
export type LaidMix = {
  readonly use: UseKind;
  readonly family: string;
  readonly traits: Traits;
  readonly effect: ProtectionEffect;
  readonly film: Film | null;
  /** pH at use; null where nobody says. */
  readonly ph: number | null;
  /** Ready to use, and thinned all the same. */
  readonly thinned: boolean;
  /** Rinsed off under pressure. */
  readonly pressure: boolean;
  /** Only people signed off for it mix it; and whether whoever lays it is. */
  readonly asksSignOff: boolean;
  readonly signedOff: boolean;
};

/** What it is laid on: metals and brakes of wheels, what protects the paint, what is special about it. */
export type LaidOn = {
  readonly wheels: boolean;
  readonly glass: boolean;
  readonly brakes: readonly string[];
  readonly finishes: readonly string[];
  readonly protection: string;
  readonly specials: readonly string[];
  /** Protection is taken off on purpose: polish or a coating follows. */
  readonly stripped: boolean;
  /** What the panes are of. */
  readonly glazing: string;
  /** Painted zones are among them. */
  readonly paint: boolean;
  /** How dirty the dirtiest of it is, 0 to 4, and whether loose grit lies on it. */
  readonly level: number;
  readonly grit: boolean;
  /** Indoors, in a closed place. */
  readonly closed: boolean;
};
