import type { Act, Instrument, Reading } from '#contract/instruments.ts';
import { normalFrom, uniformFrom } from '#core/mixing/random.ts';
import type { Instruments, LiveInstrument, PutOn } from '../../server/devices/instrument.ts';

/** How things really are in the simulated yard: nobody is told, it has to be measured. */
export type YardTruth = {
  /** A machine by its device's id: what leaves the nozzle, and what a cannon on it draws. */
  machines: readonly { deviceId: number; name: string; mlPerMin: number; draw: number }[];
  /** A dispenser line by its id: its flow and how much of it is product. */
  lines: readonly { lineId: number; name: string; mlPerMin: number; fraction: number; gPerMl: number }[];
  /** What a container on the shelf really weighs as it stands. */
  containers: readonly { containerId: number; grossG: number }[];
  /** And a vessel in use. */
  vessels: readonly { vesselId: number; grossG: number }[];
};

const TICK_MS = 200;
const BOTTLE_G = 185;
const BOTTLE_ML = 900;
const PAIL_G = 780;
const PAIL_ML = 12_000;
/** A reading comes within a third of a gram in a second or so. */
const SETTLE_S = 0.35;

/**
 * A scale, flow meters, a cannon and dispenser lines that behave like the real ones: readings settle, drift and jitter,
 * a bottle drains while the trigger is pulled, and a pail gets lighter while a line is filled from. Everything follows
 * from the clock it is given, so that a test can run it through an hour in no time.
 */
export class SimulatedYard implements Instruments {
  readonly #look: () => Promise<YardTruth>;
  #truth: YardTruth = { machines: [], lines: [], containers: [], vessels: [] };
  readonly #nowMs: () => number;
  readonly #jitter: () => number;
  readonly #instruments = new Map<string, SimulatedInstrument>();
  readonly #timer: NodeJS.Timeout | null;
  #lastMs: number;

  // What stands where.
  bottleMl = BOTTLE_ML;
  pailMl = PAIL_ML;
  spraying: number | null = null;
  filling: number | null = null;
  onScale: 'bottle' | 'pail' | { containerId: number } | { vesselId: number } | null = null;
  shownG = 0;
  tareG = 0;
  driftG = 0;
  readonly totals = new Map<string, number>();

  /**
   * @param look how things are by now: a tip may have been changed since, or a machine added
   * @param options.ticking whether it goes on by itself; a test moves it along with {@link tick}
   */
  constructor(look: () => Promise<YardTruth>, nowMs: () => number, { seed = 46, ticking = true } = {}) {
    this.#look = look;
    this.#nowMs = nowMs;
    this.#jitter = normalFrom(uniformFrom(seed));
    this.#lastMs = nowMs();
    this.#timer = ticking ? setInterval(() => this.tick(), TICK_MS).unref() : null;
  }

  async list(): Promise<Instrument[]> {
    await this.#lookAgain();
    return [...this.#instruments.values()].map((i) => i.describe());
  }

  async find(id: string): Promise<LiveInstrument | undefined> {
    if (!this.#instruments.has(id)) await this.#lookAgain();
    return this.#instruments.get(id);
  }

  close(): void {
    if (this.#timer) clearInterval(this.#timer);
  }

  async #lookAgain(): Promise<void> {
    this.#truth = await this.#look();
    const there: [id: string, name: string, on: Instrument['on']][] = [
      ['scale', 'Bench scale', null],
      ...this.#truth.machines.map(
        (m) =>
          [`machine-${m.deviceId}`, `Flow meter, ${m.name}`, { deviceId: m.deviceId }] as [
            string,
            string,
            Instrument['on'],
          ],
      ),
      ...this.#truth.lines.map(
        (l) =>
          [`line-${l.lineId}`, `Flow meter, ${l.name}`, { lineId: l.lineId }] as [
            string,
            string,
            Instrument['on'],
          ],
      ),
    ];
    for (const [id, name, on] of there) {
      if (!this.#instruments.has(id)) this.#instruments.set(id, new SimulatedInstrument(this, id, name, on));
    }
  }

  /** Lets the yard go on to the present, and tells whoever listens. */
  tick(): void {
    const nowMs = this.#nowMs();
    const seconds = Math.min(10, Math.max(0, (nowMs - this.#lastMs) / 1_000));
    this.#lastMs = nowMs;
    this.#spray(seconds);
    this.#fill(seconds);
    this.#settle(seconds);
    for (const instrument of this.#instruments.values()) instrument.tell(this.read(instrument.id, nowMs));
  }

  read(id: string, atMs = this.#nowMs()): Reading {
    if (id === 'scale') {
      const grams = Math.round((this.shownG - this.tareG + this.driftG + 0.15 * this.#jitter()) * 10) / 10;
      return {
        kind: 'grams',
        grams,
        steady: Math.abs(this.shownG - this.#loadG()) < 0.3 && this.filling === null,
        atMs,
      };
    }
    const running = this.#flowAt(id);
    const mlPerMin = running > 0 ? Math.round(running * (1 + 0.006 * this.#jitter())) : 0;
    return {
      kind: 'flow',
      mlPerMin,
      totalMl: Math.round(this.totals.get(id) ?? 0),
      steady: running > 0,
      atMs,
    };
  }

  /** What hands do. */
  async act(id: string, act: Act, { containerId, vesselId }: PutOn = {}): Promise<void> {
    await this.#lookAgain();
    switch (act) {
      case 'putBottle':
        this.onScale = 'bottle';
        break;
      case 'putPail':
        this.onScale = 'pail';
        break;
      case 'putContainer':
        this.onScale = containerId === undefined ? null : { containerId };
        break;
      case 'putVessel':
        this.onScale = vesselId === undefined ? null : { vesselId };
        break;
      case 'takeOff':
        this.onScale = null;
        break;
      case 'tare':
        this.tareG = this.shownG + this.driftG;
        break;
      case 'fillBottle':
        this.bottleMl = BOTTLE_ML;
        break;
      case 'zero':
        this.totals.set(id, 0);
        break;
      case 'pullTrigger':
        this.spraying = this.#truth.machines.find((m) => `machine-${m.deviceId}` === id)?.deviceId ?? null;
        break;
      case 'letGo':
        this.spraying = null;
        break;
      case 'openValve':
        this.filling = this.#truth.lines.find((l) => `line-${l.lineId}` === id)?.lineId ?? null;
        break;
      case 'closeValve':
        this.filling = null;
        break;
      default:
    }
    this.tick();
  }

  #flowAt(id: string): number {
    const machine = this.#truth.machines.find((m) => m.deviceId === this.spraying);
    if (machine && id === `machine-${machine.deviceId}`)
      return machine.mlPerMin * (this.bottleMl > 0 ? 1 : 1 - machine.draw);
    const line = this.#truth.lines.find((l) => l.lineId === this.filling);
    return line && id === `line-${line.lineId}` ? line.mlPerMin : 0;
  }

  #spray(seconds: number): void {
    const machine = this.#truth.machines.find((m) => m.deviceId === this.spraying);
    if (!machine) return;
    const through = (machine.mlPerMin / 60) * seconds;
    this.bottleMl = Math.max(0, this.bottleMl - through * machine.draw * (1 + 0.02 * this.#jitter()));
    this.#count(`machine-${machine.deviceId}`, through);
  }

  #fill(seconds: number): void {
    const line = this.#truth.lines.find((l) => l.lineId === this.filling);
    if (!line) return;
    const through = (line.mlPerMin / 60) * seconds;
    this.pailMl = Math.max(0, this.pailMl - through * line.fraction);
    this.#count(`line-${line.lineId}`, through);
  }

  #count(id: string, ml: number): void {
    this.totals.set(id, (this.totals.get(id) ?? 0) + ml);
  }

  #settle(seconds: number): void {
    const load = this.#loadG();
    this.shownG += (load - this.shownG) * (1 - Math.exp(-seconds / SETTLE_S));
    this.driftG = Math.max(-1, Math.min(1, this.driftG + 0.01 * seconds * this.#jitter()));
  }

  #loadG(): number {
    const line = this.#truth.lines.find((l) => l.lineId === this.filling) ?? this.#truth.lines[0];
    const on = this.onScale;
    if (typeof on === 'object' && on !== null) {
      const { containers, vessels } = this.#truth;
      const it =
        'vesselId' in on
          ? vessels.find((v) => v.vesselId === on.vesselId)
          : containers.find((c) => c.containerId === on.containerId);
      return it?.grossG ?? 0;
    }
    switch (on) {
      case 'bottle':
        return BOTTLE_G + this.bottleMl;
      case 'pail':
        return PAIL_G + this.pailMl * (line?.gPerMl ?? 1);
      default:
        return 0;
    }
  }
}

const SCALE_ACTS = [
  { act: 'putBottle', name: 'Put the cannon bottle on' },
  { act: 'putPail', name: 'Put the pail on' },
  { act: 'takeOff', name: 'Take it off' },
  { act: 'tare', name: 'Tare' },
] as const;
const MACHINE_ACTS = [
  { act: 'pullTrigger', name: 'Pull the trigger' },
  { act: 'letGo', name: 'Let go' },
  { act: 'fillBottle', name: 'Fill the bottle again, 900 ml' },
  { act: 'zero', name: 'Set to nothing' },
] as const;
const LINE_ACTS = [
  { act: 'openValve', name: 'Open the valve' },
  { act: 'closeValve', name: 'Close the valve' },
  { act: 'zero', name: 'Set to nothing' },
] as const;

class SimulatedInstrument implements LiveInstrument {
  readonly id: string;
  readonly #yard: SimulatedYard;
  readonly #name: string;
  readonly #on: Instrument['on'];
  readonly #listeners = new Set<(reading: Reading) => void>();
  #connected = true;

  constructor(yard: SimulatedYard, id: string, name: string, on: Instrument['on']) {
    this.id = id;
    this.#yard = yard;
    this.#name = name;
    this.#on = on;
  }

  describe(): Instrument {
    const acts = this.id === 'scale' ? SCALE_ACTS : this.id.startsWith('machine') ? MACHINE_ACTS : LINE_ACTS;
    const cable = this.#connected
      ? ({ act: 'unplug', name: 'Unplug it' } as const)
      : ({ act: 'plugIn', name: 'Plug it in again' } as const);
    return {
      id: this.id,
      name: this.#name,
      kind: this.id === 'scale' ? 'scale' : 'flowMeter',
      source: 'simulated',
      connected: this.#connected,
      on: this.#on,
      acts: [...acts, cable],
    };
  }

  listen(told: (reading: Reading) => void): () => void {
    this.#listeners.add(told);
    told(this.#connected ? this.#yard.read(this.id) : { kind: 'gone', atMs: Date.now() });
    return () => this.#listeners.delete(told);
  }

  tell(reading: Reading): void {
    if (this.#connected) for (const told of this.#listeners) told(reading);
  }

  async act(act: Act, of?: PutOn): Promise<void> {
    if (act === 'unplug' || act === 'plugIn') {
      this.#connected = act === 'plugIn';
      if (!this.#connected) for (const told of this.#listeners) told({ kind: 'gone', atMs: Date.now() });
      return;
    }
    await this.#yard.act(this.id, act, of);
  }
}
