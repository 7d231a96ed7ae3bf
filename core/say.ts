/** What may be filled into a sentence; what is not there leaves nothing. */
export type Filled = string | number | boolean | null | undefined;

/**
 * Says something in a language: it is written in English where it is said, with `{0}` and `{1}` for what is filled in.
 *
 * @example say('{0} % humidity', 60)
 */
export type Say = (text: string, ...filled: readonly Filled[]) => string;

/** A sentence to be said later, in the language of whoever reads it: its English, and what is filled in. */
export type Sentence = readonly [text: string, ...filled: readonly (string | number)[]];

export const toSay = (...sentence: Sentence): Sentence => sentence;

/** A sentence with its places filled in. */
export const fillIn = (text: string, filled: readonly Filled[]): string =>
  filled.length === 0
    ? text
    : text.replace(/\{(\d)\}/g, (_, at) => {
        const value = filled[Number(at)];
        return value === null || value === undefined || typeof value === 'boolean' ? '' : String(value);
      });

/** In English, as it is written. */
export const inEnglish: Say = (text, ...filled) => fillIn(text, filled);
