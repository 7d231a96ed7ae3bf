import { saturatedDensity } from './humidAir.ts';
import { airExchange, dryGain, PANEL_HEAT, type Panel, type Surroundings } from './surroundings.ts';

// A film of liquid on a panel: how it warms or cools, and when it is gone. Guidance, an estimate: the eye on the panel
// wins.

/** Of water, in J/(kg K). */
const WATER_HEAT = 4_186;
/** Of moist air: density times heat, and the Lewis number's power that turns heat exchange into vapour exchange. */
const AIR_HEAT = 1.2 * 1_006 * 0.87 ** (2 / 3);
/** Nothing is looked at for longer than this after it was last wetted, in seconds. */
export const LOOK_AHEAD_S = 90 * 60;

/** Liquid that lands on the panel: all of it cools or warms the panel, what is kept of it stays. */
export type Wetting = {
  /** Seconds from the start. */
  readonly atS: number;
  /** In kg/m2, both. */
  readonly laid: number;
  readonly kept: number;
  /** In degrees C. */
  readonly waterC: number;
};

/** From so many seconds on, the surroundings are these. The first holds from the start on. */
export type Spell = { readonly fromS: number; readonly around: Surroundings };

/** A dry film, in seconds from the start; null where it stays wet for {@link LOOK_AHEAD_S} after it was last wetted. */
export type Dried = {
  readonly dryS: number | null;
  /** When it was dry before it was wetted again, the first time; null where it never was. */
  readonly driedBeforeS: number | null;
  readonly settledC: number;
};

/**
 * Follows a film until it is gone, by Runge and Kutta's fourth-order steps in temperature and film together:
 * `C dTs/dt = alpha G + hc (Ta - Ts) + 0.9 sigma (Tsky^4 - Ts^4) - L E`, `C = C0 + 4186 m`, `dm/dt = -E`,
 * `E = max(0, hm (rho_sat(Ts) - RH rho_sat(Ta)))`, `hm = hc / (1.2*1006*0.87^(2/3))`, `L = 2.501e6 - 2361 Ts`. Laid
 * liquid mixes in: `T0 = (C0 Tpanel + 4186 M Tw) / (C0 + 4186 M)`. The last step is linear.
 *
 * @param startC of the panel before anything is laid, in degrees C
 * @param wettings in order of their times; at least one
 * @param spells in order of their times; at least one
 * @param stepS length of a step in seconds
 */
export function dryingOf(
  panel: Panel,
  startC: number,
  wettings: readonly Wetting[],
  spells: readonly Spell[],
  stepS = 1,
): Dried {
  const bare = PANEL_HEAT[panel.material];
  const last = wettings.at(-1)?.atS ?? 0;
  let [c, m, t] = [startC, 0, Math.min(0, wettings[0]?.atS ?? 0)];
  let [nextWetting, nextSpell] = [0, 0];
  let around = (spells[0] as Spell).around;
  let rates = ratesIn(around, panel);
  let dryS: number | null = null;
  let driedBeforeS: number | null = null;
  const end = last + LOOK_AHEAD_S;
  while (t < end) {
    for (let spell = spells[nextSpell]; spell && spell.fromS <= t; spell = spells[++nextSpell]) {
      around = spell.around;
      rates = ratesIn(around, panel);
    }
    for (let w = wettings[nextWetting]; w && w.atS <= t; w = wettings[++nextWetting]) {
      const held = bare + WATER_HEAT * m;
      c = (held * c + WATER_HEAT * w.laid * w.waterC) / (held + WATER_HEAT * w.laid);
      m += w.kept;
      driedBeforeS ??= dryS;
      dryS = null;
    }
    if (m <= 0 && nextWetting >= wettings.length) return { dryS: dryS ?? t, driedBeforeS, settledC: c };
    const [dc, dm] = step(rates, c, m, stepS);
    const left = m + dm;
    if (m > 0 && left <= 0) {
      dryS = t + (stepS * m) / -dm;
      if (nextWetting >= wettings.length) return { dryS, driedBeforeS, settledC: c + dc };
    }
    c += dc;
    m = Math.max(0, left);
    t += stepS;
  }
  return { dryS: null, driedBeforeS, settledC: c };
}

type Rates = (c: number, m: number) => readonly [dc: number, dm: number];

/** How fast temperature and film change in such surroundings; what does not change with them is worked out once. */
function ratesIn(around: Surroundings, panel: Panel): Rates {
  const bare = PANEL_HEAT[panel.material];
  const hm = airExchange(around.windMs) / AIR_HEAT;
  const inAir = around.humidity * saturatedDensity(around.airC);
  return (c, m) => {
    const evaporates = m > 0 ? Math.max(0, hm * (saturatedDensity(c) - inAir)) : 0;
    const latent = 2.501e6 - 2_361 * c;
    const gain = dryGain(c, panel.colour, around) - latent * evaporates;
    return [gain / (bare + WATER_HEAT * Math.max(0, m)), -evaporates];
  };
}

function step(rates: Rates, c: number, m: number, s: number): [dc: number, dm: number] {
  const [c1, m1] = rates(c, m);
  const [c2, m2] = rates(c + (c1 * s) / 2, m + (m1 * s) / 2);
  const [c3, m3] = rates(c + (c2 * s) / 2, m + (m2 * s) / 2);
  const [c4, m4] = rates(c + c3 * s, m + m3 * s);
  return [(s / 6) * (c1 + 2 * c2 + 2 * c3 + c4), (s / 6) * (m1 + 2 * m2 + 2 * m3 + m4)];
}
