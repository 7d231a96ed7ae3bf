import { useEffect, useReducer } from 'react';
import { LANGUAGES, type Language } from '#contract/languages.ts';
import type { Words } from '#contract/words/words.ts';

/** What each language says, fetched by whoever reads it. */
const SAID: Partial<Record<Language, Words>> = {};
const FETCH: Record<Language, () => Promise<Words>> = {
  en: async () => (await import('#contract/words/en.ts')).en,
  es: async () => (await import('#contract/words/es.ts')).es,
};

const AGAIN_MS = 3_000;

/** The language the browser asks for, before anybody is signed in. */
export const browsersLanguage = (): Language =>
  navigator.languages.map((tag) => LANGUAGES.find((l) => tag.startsWith(l))).find((l) => l !== undefined) ??
  'en';

/**
 * The words of a language, as soon as they are here.
 *
 * @returns null until then; where they can't be fetched they are asked for again every few seconds
 */
export function useWords(language: Language): Words | null {
  const [, seen] = useReducer((times: number) => times + 1, 0);
  useEffect(() => {
    if (SAID[language]) return;
    let again: ReturnType<typeof setTimeout>;
    const fetch = () =>
      void FETCH[language]().then(
        (words) => {
          SAID[language] = words;
          seen();
        },
        () => {
          again = setTimeout(fetch, AGAIN_MS);
        },
      );
    fetch();
    return () => clearTimeout(again);
  }, [language]);
  return SAID[language] ?? null;
}
