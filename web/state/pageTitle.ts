import { useEffect } from 'react';
import { t } from '../lib/speech.ts';

let page = '';
let clock = '';
let opened = 0;

const write = () => {
  const title = [clock, page, t('Kettle Mix')].filter(Boolean).join(' – ');
  if (document.title !== title) document.title = title;
};

/** The page that is open is named in the browser's tab and history. */
export function usePageTitle(title: string): void {
  useEffect(() => {
    opened++;
  }, []);
  useEffect(() => {
    page = title;
    write();
    return () => {
      page = '';
    };
  }, [title]);
}

/** Whether somebody has come to this page from another since it was loaded. */
export const cameFromAnother = (): boolean => opened > 1;

/** The clock that comes due next stands before it; nothing where none runs. */
export function titleClock(text: string): void {
  clock = text;
  write();
}
