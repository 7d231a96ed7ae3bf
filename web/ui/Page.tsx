import type { ReactNode } from 'react';
import { usePageTitle } from '../state/pageTitle.ts';
import { useHeadingInFocus } from './useHeadingInFocus.ts';

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
