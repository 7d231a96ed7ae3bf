import { useEffect, useState } from 'react';

/**
 * While the page prints, every line of it is there.
 *
 * @param watched false: it makes no difference here
 */
export function usePrinting(watched = true): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    if (!watched) return;
    const paper = window.matchMedia('print');
    const follow = () => setPrinting(paper.matches);
    const before = () => setPrinting(true);
    const after = () => setPrinting(false);
    paper.addEventListener('change', follow);
    window.addEventListener('beforeprint', before);
    window.addEventListener('afterprint', after);
    return () => {
      paper.removeEventListener('change', follow);
      window.removeEventListener('beforeprint', before);
      window.removeEventListener('afterprint', after);
    };
  }, [watched]);
  return printing;
}
