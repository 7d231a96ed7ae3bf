import type { ReactNode } from 'react';
import { t } from '../lib/speech.ts';
import { usePageTitle } from '../state/pageTitle.ts';
import { useHeadingInFocus } from '../ui/useHeadingInFocus.ts';

/**
 * How the Bench lies on a screen, whatever the question: what is asked at the left and, beside it, the amounts, the vessel
 * with its lines, and the pour. On a phone the amounts come first and stay in sight.
 */
export function Surface(props: {
  amounts: ReactNode;
  fields: ReactNode;
  drawn: ReactNode;
  /** Beside it all, where there is one to step on. */
  ladder?: ReactNode;
  /** What to take care of, and the pour itself. */
  children: ReactNode;
  slips?: ReactNode;
}) {
  const { amounts, fields, drawn, ladder, children, slips } = props;
  usePageTitle(t('Bench'));
  const heading = useHeadingInFocus(t('Bench'));
  return (
    <main
      {...(!ladder && { 'data-wide': true })}
      className="group/bench mx-auto grid max-w-[1480px] gap-x-8 gap-y-3 px-4 pb-28 max-lg:grid-cols-[minmax(0,1fr)] lg:pb-5 lg:grid-cols-[20.5rem_minmax(0,1fr)] lg:grid-rows-[auto_auto_auto_1fr] lg:px-8 lg:pt-5 xl:grid-cols-[19rem_minmax(0,1fr)_11rem]"
    >
      <h1 ref={heading} tabIndex={-1} className="sr-only">
        {t('Bench')}
      </h1>
      {amounts}
      <div className="flex flex-col gap-3 lg:col-start-1 lg:row-span-4 lg:row-start-1 lg:gap-4">{fields}</div>
      {drawn}
      {ladder}
      <section
        aria-label={t('Pour')}
        className="flex flex-col gap-3 lg:col-start-2 lg:row-start-3 xl:col-span-2"
      >
        {children}
      </section>
      {slips}
    </main>
  );
}
