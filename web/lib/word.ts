import { create } from 'zustand';
import type { Override, OverrideRule } from '#contract/people.ts';
import { shopNow } from './clock.ts';

export type AskedFor = { rule: OverrideRule; subject: string };
type Word = AskedFor & Override;

/** A manager's word given on this device: it goes with what is sent next, and is good for one thing, once, for minutes. */
export const useWord = create<{
  word: Word | null;
  /** What a manager is asked for here, while they are. */
  asking: AskedFor | null;
  keep: (word: Word | null) => void;
  ask: (asking: AskedFor | null) => void;
}>((set) => ({
  word: null,
  asking: null,
  keep: (word) => set({ word, asking: null }),
  ask: (asking) => set({ asking }),
}));

/** The word there is now, while it is good. */
export function heldWord(): Word | null {
  const { word } = useWord.getState();
  return word && new Date(word.until) > shopNow() ? word : null;
}

/** A word that went along and is asked for all the same was spent before: it is asked for anew. */
export function forgetSpent(word: AskedFor, asked: AskedFor | undefined): void {
  if (asked && asked.rule === word.rule && asked.subject === word.subject) useWord.getState().keep(null);
}
