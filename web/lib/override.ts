import { create } from 'zustand';
import type { Override, OverrideRule } from '#contract/people.ts';
import { shopNow } from './shopNow.ts';

export type OverrideAsked = { rule: OverrideRule; subject: string };
type HeldOverride = OverrideAsked & Override;

/** A manager's word given on this device: it goes with what is sent next, and is good for one thing, once, for minutes. */
export const useOverride = create<{
  word: HeldOverride | null;
  /** What a manager is asked for here, while they are. */
  asking: OverrideAsked | null;
  keep: (word: HeldOverride | null) => void;
  ask: (asking: OverrideAsked | null) => void;
}>((set) => ({
  word: null,
  asking: null,
  keep: (word) => set({ word, asking: null }),
  ask: (asking) => set({ asking }),
}));

/** The word there is now, while it is good. */
export function heldOverride(): HeldOverride | null {
  const { word } = useOverride.getState();
  return word && new Date(word.until) > shopNow() ? word : null;
}

/** A word that went along and is asked for all the same was spent before: it is asked for anew. */
export function forgetSpent(word: OverrideAsked, asked: OverrideAsked | undefined): void {
  if (asked && asked.rule === word.rule && asked.subject === word.subject) useOverride.getState().keep(null);
}
