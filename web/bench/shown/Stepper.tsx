import { ChevronLeft, ChevronRight } from 'lucide-react';
import type { KeyboardEvent, ReactNode } from 'react';
import { t } from '../../lib/speech.ts';

/** What stands between two arrows, one tap for the one before or after; left and right do the same while the focus is here. */
export function Stepper(props: {
  what: string;
  step: (by: -1 | 1) => void;
  still?: boolean;
  children: ReactNode;
}) {
  const { what, step, still = false, children } = props;
  const onKey = (event: KeyboardEvent) => {
    const by = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    if (by === 0 || still || (event.target as HTMLElement).getAttribute('role') === 'slider') return;
    event.preventDefault();
    step(by);
  };
  const arrow = 'flex h-16 w-12 shrink-0 items-center justify-center disabled:opacity-30';
  return (
    <figcaption className="flex min-h-16 items-center" onKeyDown={onKey}>
      <button
        type="button"
        aria-label={t('Previous {0}', what)}
        className={`${arrow} -ml-3`}
        disabled={still}
        onClick={() => step(-1)}
      >
        <ChevronLeft aria-hidden />
      </button>
      <span className="min-w-0 flex-1 text-center leading-tight">{children}</span>
      <button
        type="button"
        aria-label={t('Next {0}', what)}
        className={arrow}
        disabled={still}
        onClick={() => step(1)}
      >
        <ChevronRight aria-hidden />
      </button>
    </figcaption>
  );
}
