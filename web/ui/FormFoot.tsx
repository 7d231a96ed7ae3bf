import type { ReactNode } from 'react';
import { t } from '../lib/speech.ts';
import { Button } from './Button.tsx';
import { Refusal } from './Refusal.tsx';

/** The foot of a form: what went wrong as a whole, a choice where someone else was quicker, and the button. */
export function FormFoot(props: {
  save: string;
  saving: boolean;
  problem: Error | null;
  theirs?: { takeTheirs: () => void; keepMine: () => void; differs: string[] } | null;
  /** Lets go of what was typed before, where the form was opened with it. */
  startAfresh?: (() => void) | null;
  children?: ReactNode;
}) {
  const { save, saving, problem, theirs, startAfresh, children } = props;
  return (
    <footer className="no-print mt-5 flex flex-col gap-3">
      {startAfresh && (
        <p className="flex flex-wrap items-center gap-x-4">
          {t('What you typed here before is still here.')}
          <button type="button" className="min-h-12 underline underline-offset-4" onClick={startAfresh}>
            {t('Start over')}
          </button>
        </p>
      )}
      {problem && <Refusal problem={problem} />}
      {theirs && (
        <div>
          <ul className="mb-3 border-t border-hairline">
            {theirs.differs.map((line) => (
              <li key={line} className="ruled border-faint py-1">
                {line}
              </li>
            ))}
          </ul>
          <div className="flex flex-wrap gap-3">
            <Button onClick={theirs.takeTheirs}>{t('Take theirs')}</Button>
            <Button onClick={theirs.keepMine}>{t('Keep mine')}</Button>
          </div>
        </div>
      )}
      <div className="flex flex-wrap gap-3">
        <Button type="submit" look="main" disabled={saving}>
          {saving ? t('Saving ...') : save}
        </Button>
        {children}
      </div>
    </footer>
  );
}
