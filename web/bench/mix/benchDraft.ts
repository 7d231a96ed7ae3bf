import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { Slip } from '#contract/ledger.ts';
import type { WaterKind } from '#core/mixing/hardness.ts';
import type { PourPlan } from '#core/mixing/planPour.ts';
import type { Body } from '#core/soil/bodies.ts';
import type { SoilLevel } from '#core/soil/soil.ts';
import type { Strength } from '#core/strength/notation.ts';
import { writtenSoon } from '../../state/writtenSoon.ts';
import type { MixedFor } from './benchAddress.ts';

/** What someone wants to know at the Bench, as a question. */
export const MODES = ['fill', 'vehicles', 'have', 'left', 'made', 'wrong', 'merge', 'stock', 'line'] as const;
export type Mode = (typeof MODES)[number];

/** What every question is about. All of it is as typed. */
type Mixed = {
  /** The recipe it is mixed by, for which soil, and whether it was left on the way. */
  recipeId: number | null;
  /** Null until somebody looked. */
  soil: SoilLevel | null;
  recipeLeft: boolean;
  productId: number | null;
  strengthText: string;
  /** The reading chosen from the label or between two; null: as the text is read. */
  picked: Strength | null;
  /** For a cannon or a gun: what was typed holds on the panel, after it has diluted the bottle. */
  onPanel: boolean;
  vesselId: number | null;
  /** How a cannon or a gun is set; null: as it is on record. A machine of 0 is a garden hose. */
  dialId: number | null;
  machineId: number | null;
  containerId: number | null;
  /** Where the rest comes from, once the first container is finished. */
  restId: number | null;
  /** What it is made with; null: as the shop's usually is. */
  water: WaterKind | null;
  /** The way to put it right that was picked; null: the most sparing. */
  way: PourPlan['how'] | null;
  /** The measure picked by name, 'free' for a free pour; null: the practical one. */
  measure: string | null;
  /** The job it is mixed for, and the run that wants it; null: for no one vehicle. */
  mixedFor: MixedFor | null;
};

/** What one question or another asks besides. */
type Answers = {
  makeText: string;
  /** What is at hand: so much product, or so much water that is in the vessel already. */
  haveWhat: 'product' | 'water';
  haveText: string;
  /** How many vehicles, and what each takes where that is not the usual. */
  vehiclesText: string;
  /** Left out: the usual one. */
  body?: Body;
  eachText: string;
  /** For a towel bucket: how many towels, their size and weight, and the depth of liquid above them. */
  towelsText: string;
  towelText: string;
  gsmText: string;
  freeDepthText: string;
  /** What is left in the vessel, and how strong it is where the books don't know. */
  leftText: string;
  leftStrengthText: string;
  /** What went into the vessel a moment ago. */
  inProductText: string;
  inWaterText: string;
  /** The second vessel, of two into one, or the one with the stock solution. */
  otherVesselId: number | null;
  otherLeftText: string;
  /** The dispenser line that is filled from. */
  lineId: number | null;
  /** Where a fill from a line is let down at the bench: how weak. */
  weakerText: string;
};

/** Which of the answers a question is worked out from: no other is looked at, whatever still stands there. */
type AnswersTo = {
  fill: 'makeText' | 'towelsText' | 'towelText' | 'gsmText' | 'freeDepthText';
  vehicles: 'vehiclesText' | 'body' | 'eachText';
  have: 'haveWhat' | 'haveText';
  left: 'leftText' | 'leftStrengthText' | 'makeText';
  made: 'inProductText' | 'inWaterText';
  wrong: 'inProductText' | 'inWaterText';
  merge: 'leftText' | 'otherVesselId' | 'otherLeftText';
  stock: 'otherVesselId' | 'makeText';
  line: 'lineId' | 'makeText' | 'weakerText';
};

/** A question as it is asked, with its answers. */
export type Question<M extends Mode = Mode> = {
  [Q in M]: Mixed & { mode: Q } & Pick<Answers, AnswersTo[Q]>;
}[M];

/**
 * What someone is mixing: theirs, on this device, through reloads and other people's turns. Whoever goes on to another
 * question and comes back finds what they typed; it is worked with as a {@link Question}.
 */
export type BenchDraft = Mixed & Answers & { mode: Mode };

export const EMPTY_DRAFT: BenchDraft = {
  mode: 'fill',
  recipeId: null,
  soil: null,
  recipeLeft: false,
  productId: null,
  strengthText: '',
  picked: null,
  onPanel: false,
  vesselId: null,
  dialId: null,
  machineId: null,
  makeText: '',
  containerId: null,
  restId: null,
  haveWhat: 'product',
  haveText: '',
  vehiclesText: '',
  eachText: '',
  towelsText: '',
  towelText: '40 x 40 cm',
  gsmText: '300',
  freeDepthText: '',
  water: null,
  leftText: '',
  leftStrengthText: '',
  inProductText: '',
  inWaterText: '',
  otherVesselId: null,
  otherLeftText: '',
  lineId: null,
  weakerText: '',
  way: null,
  measure: null,
  mixedFor: null,
};

/** A command sent and not yet answered; sent again under the same key, it is booked once. */
export type Sent = { key: string; body: string; path?: string; asked?: BenchDraft };

/** A slip as this device keeps it: with what was asked for, so that it can be asked again. */
export type KeptSlip = Slip & { undone?: boolean; asked?: BenchDraft };

/** A mix someone makes often, by the name it is listed under. */
export type Favourite = { name: string; asked: BenchDraft };

type Bench = {
  drafts: Record<number, BenchDraft>;
  sent: Record<number, Sent>;
  slips: Record<number, KeptSlip[]>;
  favourites: Record<number, Favourite[]>;
  /** The recipes someone poured by last, newest first. */
  lately: Record<number, number[]>;
  /** What someone poured a moment ago, until they go on to something else: it stands in the place of the button. */
  poured: Record<number, number>;
  change: (personId: number, change: Partial<BenchDraft>) => void;
  /** Starts on something else: the whole draft, with nothing left of the one before. */
  begin: (personId: number, draft: BenchDraft) => void;
  remember: (personId: number, sent: Sent | null) => void;
  /** Keeps the slip of what was sent. Who has gone on to something else meanwhile is left with that. */
  print: (personId: number, slip: Slip, asked: BenchDraft | undefined) => void;
  /** Keeps a mix under a name, or forgets the one of that name. */
  toggleFavourite: (personId: number, favourite: Favourite) => void;
  forgetPoured: (personId: number) => void;
  markUndone: (personId: number, movementId: number) => void;
};

const SLIPS_KEPT = 3;
const LATELY_KEPT = 4;

/** The recipes poured by last, with the one of another pour in front. */
const withLast = (lately: readonly number[] = [], { recipeId }: BenchDraft): number[] =>
  recipeId === null
    ? [...lately]
    : [recipeId, ...lately.filter((id) => id !== recipeId)].slice(0, LATELY_KEPT);

const same = (a: BenchDraft | undefined, b: BenchDraft): boolean =>
  JSON.stringify({ ...EMPTY_DRAFT, ...a }) === JSON.stringify({ ...EMPTY_DRAFT, ...b });

function without<T>(all: Record<number, T>, personId: number): Record<number, T> {
  const { [personId]: _, ...others } = all;
  return others;
}

/**
 * What a device keeps of what another version of the program wrote: a pour that may be booked, with its key, is never
 * thrown away; what was typed can be typed again.
 */
export function keepWhatIsOwed(written: unknown): Bench {
  const { sent } = (written ?? {}) as { sent?: unknown };
  const owed = Object.entries((sent && typeof sent === 'object' ? sent : {}) as Record<string, Sent>).filter(
    ([person, command]) =>
      Number.isInteger(Number(person)) &&
      typeof command?.key === 'string' &&
      typeof command?.body === 'string' &&
      (command.path === undefined || typeof command.path === 'string'),
  );
  return {
    sent: Object.fromEntries(owed.map(([person, { asked: _, ...command }]) => [person, command])),
  } as unknown as Bench;
}

export const useBench = create<Bench>()(
  persist(
    (set) => ({
      drafts: {},
      sent: {},
      slips: {},
      favourites: {},
      lately: {},
      poured: {},
      change: (personId, change) =>
        set(({ drafts, poured }) => ({
          poured: without(poured, personId),
          drafts: { ...drafts, [personId]: { ...EMPTY_DRAFT, ...drafts[personId], ...change } },
        })),
      begin: (personId, draft) =>
        set(({ drafts, poured }) => ({
          poured: without(poured, personId),
          drafts: { ...drafts, [personId]: draft },
        })),
      remember: (personId, sent) =>
        set((state) => {
          const others = without(state.sent, personId);
          return { sent: sent ? { ...others, [personId]: sent } : others };
        }),
      print: (personId, slip, asking) =>
        set(({ slips, drafts, poured, lately: before }) => {
          const sent = asking ?? { ...EMPTY_DRAFT, ...drafts[personId] };
          // What a pour finished is nothing to pour from again.
          const asked = slip.leftUl === 0 ? { ...sent, containerId: null, restId: null } : sent;
          const all = {
            ...slips,
            [personId]: [{ ...slip, asked }, ...(slips[personId] ?? [])].slice(0, SLIPS_KEPT),
          };
          const lately = { ...before, [personId]: withLast(before?.[personId], sent) };
          return same(drafts[personId], sent)
            ? {
                slips: all,
                lately,
                drafts: { ...drafts, [personId]: asked },
                poured: { ...poured, [personId]: slip.movementId },
              }
            : { slips: all, lately };
        }),
      toggleFavourite: (personId, favourite) =>
        set(({ favourites }) => {
          const mine = favourites[personId] ?? [];
          const others = mine.filter((f) => f.name !== favourite.name);
          const next = others.length < mine.length ? others : [...mine, favourite];
          return { favourites: { ...favourites, [personId]: next } };
        }),
      forgetPoured: (personId) => set(({ poured }) => ({ poured: without(poured, personId) })),
      markUndone: (personId, movementId) =>
        set(({ slips }) => ({
          slips: {
            ...slips,
            [personId]: (slips[personId] ?? []).map((s) =>
              s.movementId === movementId ? { ...s, undone: true } : s,
            ),
          },
        })),
    }),
    { name: 'kettle-bench', version: 5, migrate: keepWhatIsOwed, storage: writtenSoon() },
  ),
);
