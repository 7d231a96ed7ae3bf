// Numbers as people say and write them, turned into figures: `half an ounce`, `¼ oz`, `a capful`, `1½`.

const VULGAR: Record<string, string> = {
  '¼': '1/4',
  '½': '1/2',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅕': '1/5',
  '⅙': '1/6',
  '⅒': '1/10',
};

const SAID: [RegExp, string][] = [
  [/\bone and a half\b/g, '1 1/2'],
  [/\b(\d+) and a half\b/g, '$1 1/2'],
  [/\bthree[ -]quarters?( of)?( an?| one)?\b/g, '3/4'],
  [/\b(?:a )?half( of)?( an?| one)?\b/g, '1/2'],
  [/\b(?:a |one )?quarter( of)?( an?| one)\b/g, '1/4'],
  [/\b(?:a |one )?third( of)?( an?| one)\b/g, '1/3'],
  [/\b(?:each|every) ?(?=\d)/g, ''],
  [/\b(?:one|an?|each|every)\b/g, '1'],
  [/\btwo\b/g, '2'],
  [/\bthree\b/g, '3'],
  [/\bfour\b/g, '4'],
  [/\bfive\b/g, '5'],
  [/\bsix\b/g, '6'],
  [/\beight\b/g, '8'],
  [/\bten\b/g, '10'],
  [/\btwelve\b/g, '12'],
  [/\btwenty\b/g, '20'],
];

/**
 * What was typed, with the numbers in it as figures, in lower case and with single spaces. Never throws.
 *
 * @example inFigures('Half an ounce to a gallon') // '1/2 ounce to 1 gallon'
 */
export function inFigures(text: string): string {
  const signs = text.replace(/(\d)?\s?([¼½¾⅓⅔⅛⅜⅝⅞⅕⅙⅒])/g, (_, whole: string | undefined, sign: string) =>
    whole === undefined ? `${VULGAR[sign]}` : `${whole} ${VULGAR[sign]}`,
  );
  const plain = signs.normalize('NFKC').replaceAll('\u2044', '/').toLowerCase().replace(/\s+/g, ' ').trim();
  return SAID.reduce((words, [said, figure]) => words.replace(said, figure), plain);
}
