import { t } from '../lib/speech.ts';

/** What is seen where a page waits for its books: an empty bottle, once that takes longer than a blink. */
export function Waiting() {
  return (
    <main aria-busy className="appears-late flex flex-col items-center gap-5 p-5 pt-13 text-center">
      <svg aria-hidden viewBox="0 0 120 240" className="h-60 fill-none stroke-ink stroke-2">
        <path d="M46 42V22H82L94 34M46 42H70V22M40 60V42H76V60C76 78 104 84 104 112V222Q104 232 94 232H22Q12 232 12 222V112C12 84 40 78 40 60Z" />
      </svg>
      <p role="status">{t('Waiting for the shop’s machine ...')}</p>
    </main>
  );
}
