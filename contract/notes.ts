import { exactly, line, oneOf } from './fields.ts';

// Notes that stand before a product.

export const NOTE_GATES = ['read', 'hold'] as const;
export type NoteGate = (typeof NOTE_GATES)[number];
export const noteBody = exactly({ words: line('Note', 300), gate: oneOf('What it asks', NOTE_GATES) });

export type ProductNote = {
  id: number;
  productId: number;
  gate: NoteGate;
  words: string;
  by: string;
  at: string;
  /** Whether whoever asks has read it, and how many have. */
  read: boolean;
  readers: number;
};
