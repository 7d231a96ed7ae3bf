import { type ReactNode, useEffect, useRef } from 'react';
import { cameFromAnother, usePageTitle } from '../state/pageTitle.ts';

/** A page of a place: its name, what can be done here, and the rest. */
export function Page({
  title,
  actions,
  children,
}: {
  title: string;
  actions?: ReactNode;
  children: ReactNode;
}) {
  usePageTitle(title);
  const heading = useHeadingInFocus(title);
  return (
    <main className="mx-auto w-full max-w-[1480px] px-4 pt-5 pb-13 lg:px-8">
      <header className="mb-5 flex min-h-12 flex-wrap items-center justify-between gap-3">
        <h1 ref={heading} tabIndex={-1} className="outline-none">
          {title}
        </h1>
        {actions && <div className="no-print flex flex-wrap gap-3 max-sm:gap-2 max-sm:*:px-3">{actions}</div>}
      </header>
      {children}
    </main>
  );
}

/** Whoever comes here from another page goes on from its heading: it is read out, and the next key is the page's own. */
function useHeadingInFocus(title: string) {
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    const at = document.activeElement;
    // A field or a sheet that has taken it by itself keeps it.
    const free = at?.closest('nav') || (at === document.body && cameFromAnother());
    if (title && free) heading.current?.focus({ preventScroll: true });
  }, [title]);
  return heading;
}
