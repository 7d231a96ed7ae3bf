import { type ReactNode, useEffect, useState } from 'react';
import { formatVolume, readVolume } from '#core/units/formatVolume.ts';
import { useSession } from '../../lib/session.tsx';
import { t } from '../../lib/speech.ts';
import { keepPlaceOf } from '../../state/scrolled.ts';
import { LargeVolume } from './LargeVolume.tsx';

/** One of the amounts: when it goes in, what it is, how much, and how it is read. */
export type Amount = {
  id: string;
  order: string;
  tone: string;
  /** Null while it is not worked out. */
  ul: number | null;
  /** What it is measured to, where that is not the usual. */
  stepUl?: number | undefined;
  note?: ReactNode;
};

/** The numbers, in the order they are poured: the largest things on the screen, and on a phone always in sight. */
export function Amounts(props: {
  /** What goes into what: said above them on a phone, where the fields are out of sight. */
  product: { name: string } | null | undefined;
  vessel: { name: string } | null | undefined;
  amounts: readonly Amount[];
  /** Instead of them, where there is nothing to add. */
  settled?: boolean;
  /** What it comes to. */
  children?: ReactNode;
}) {
  const { product, vessel, amounts, settled = false, children } = props;
  const { shop } = useSession();
  const many = amounts.length > 2;
  // Two have room beside their names on one line of a phone that was scrolled, but for ounces, whose unit is long.
  const beside =
    many || shop.units !== 'metric'
      ? ''
      : 'scrolled:flex scrolled:flex-wrap scrolled:items-baseline scrolled:gap-x-1.5';
  return (
    <section
      aria-label={t('Amounts')}
      className="contents lg:block lg:col-start-2 lg:row-start-1 xl:group-data-wide/bench:col-span-2"
    >
      <div
        ref={keepPlaceOf}
        className="pointer-events-none sticky top-[var(--strip,0px)] z-[5] -mx-4 max-lg:low:static lg:static lg:mx-0"
      >
        <div className="pointer-events-auto flex flex-wrap gap-x-5 bg-ground px-4 pt-2 scrolled:justify-between scrolled:gap-x-3 scrolled:pt-0.5 scrolled:pb-0.5 scrolled:shadow-[0_1px_0_var(--hairline)] lg:flex-nowrap lg:p-0">
          {product && (
            <p className="w-full truncate leading-tight scrolled:text-sm lg:hidden">
              <strong>{product.name}</strong> {t('into {0}', vessel?.name ?? t('no vessel yet'))}
            </p>
          )}
          {settled ? (
            <p className="min-h-24 pt-5 text-[1.4rem] font-bold">
              {t('It is right as it is: nothing to add.')}
            </p>
          ) : (
            amounts.map(({ id, order, tone, ul, stepUl }) => (
              <div
                key={id}
                className={`${tone} min-w-0 flex-1 stopped:hidden scrolled:flex-initial ${beside}`}
              >
                <p className="caps text-ink scrolled:text-[0.75rem] scrolled:leading-tight">{order}</p>
                <LargeVolume
                  what={id}
                  read={ul === null ? null : readVolume(ul, shop.units, stepUl)}
                  many={many}
                />
              </div>
            ))
          )}
          {children}
        </div>
      </div>
      {/* How each is read goes out of sight with the page: nothing below moves as it does. */}
      <div className="ruled -mx-4 -mt-2 flex gap-x-5 px-4 pb-2 lg:mx-0 lg:mt-1 lg:border-b-0 lg:p-0">
        {!settled &&
          amounts.map(({ id, note }) => (
            <p key={id} className="min-h-6 min-w-0 flex-1 text-[0.94rem] leading-snug">
              {note}
            </p>
          ))}
        {children && <span aria-hidden className="min-w-0 flex-1 max-sm:hidden" />}
      </div>
      <SaidOnce
        words={amounts
          .map(({ order, ul, stepUl }) =>
            ul === null ? '' : `${order} ${formatVolume(ul, shop.units, stepUl)}`,
          )
          .filter(Boolean)
          .join(', ')}
      />
    </section>
  );
}

/** Somebody typing is not spoken to. */
const QUIET_MS = 700;

/** The amounts for those who hear them: once, when nobody has typed for a moment, and nothing else. */
function SaidOnce({ words }: { words: string }) {
  const [said, say] = useState('');
  useEffect(() => {
    const timer = setTimeout(() => say(words), QUIET_MS);
    return () => clearTimeout(timer);
  }, [words]);
  return (
    <span className="sr-only" aria-live="polite">
      {said}
    </span>
  );
}

/** What all of it comes to, beside the amounts. */
export function ComesTo({ name, children }: { name: string; children: ReactNode }) {
  return (
    <p className="min-w-0 flex-1 leading-snug max-sm:basis-full">
      <span className="caps sm:block">{name}</span> {children}
    </p>
  );
}
