import { useEffect, useReducer } from 'react';
import { LANGUAGES, type Language } from '#contract/languages.ts';
import { en } from '#contract/words/en.ts';
import type { Words } from '#contract/words/words.ts';

/** What each language says; what is not English is fetched by whoever reads it. */
const SAID: Partial<Record<Language, Words>> = { en };
const FETCH: Partial<Record<Language, () => Promise<Words>>> = {
  es: async () => (await import('#contract/words/es.ts')).es,
};

/** The language the browser asks for, before anybody is signed in. */
export const browsersLanguage = (): Language =>
  navigator.languages.map((tag) => LANGUAGES.find((l) => tag.startsWith(l))).find((l) => l !== undefined) ??
  'en';

/**
 * The words of a language, as soon as they are here.
 *
 * @returns null until then; English where they can't be fetched
 */
export function useWords(language: Language): Words | null {
  const [, seen] = useReducer((times: number) => times + 1, 0);
  useEffect(() => {
    if (SAID[language]) return;
    void FETCH[language]?.().then(
      (words) => {
        SAID[language] = words;
        seen();
      },
      () => {
        SAID[language] = en;
        seen();
      },
    );
  }, [language]);
  return SAID[language] ?? null;
}
