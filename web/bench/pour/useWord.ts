import { useState } from 'react';

/** A word somebody gives for one pour: it ends with what it was given for. */
export type Word = { given: boolean; give: (given: boolean) => void };

/** @param of what it is given for: with anything else it has to be given anew */
export function useWord(of: string): Word {
  const [word, setWord] = useState<string | null>(null);
  return { given: word === of, give: (given) => setWord(given ? of : null) };
}
