import { useEffect, useRef } from 'react';
import { cameFromAnother } from '../state/pageTitle.ts';

/** Whoever comes here from another page goes on from its heading: it is read out, and the next key is the page's own. */
export function useHeadingInFocus(title: string) {
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    const at = document.activeElement;
    // A field or a sheet that has taken it by itself keeps it.
    const free = at?.closest('nav') || (at === document.body && cameFromAnother());
    if (title && free) heading.current?.focus({ preventScroll: true });
  }, [title]);
  return heading;
}
