import type { ReactNode } from 'react';
import { Button } from './Button.tsx';
import { Refusal } from './Refusal.tsx';

/** The foot of a form: what went wrong as a whole, a choice where someone else was quicker, and the button. */
export function FormFoot(props: {
  save: string;
  saving: boolean;
  problem: Error | null;
  theirs?: { takeTheirs: () => void; keepMine: () => void; differs: string[] } | null;
  children?: ReactNode;
}) {
  const { save, saving, problem, theirs, children } = props;
  return (
    <footer className="no-print mt-5 flex flex-col gap-3">
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
            <Button onClick={theirs.takeTheirs}>Take theirs</Button>
            <Button onClick={theirs.keepMine}>Keep mine</Button>
          </div>
        </div>
      )}
      <div className="flex flex-wrap gap-3">
        <Button type="submit" look="main" disabled={saving}>
          {saving ? 'Saving ...' : save}
        </Button>
        {children}
      </div>
    </footer>
  );
}
