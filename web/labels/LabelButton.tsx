import { useState } from 'react';
import { fetchedDialog } from '../ui/fetchedDialog.tsx';
import type { LabelOf } from './labels.ts';

const LabelDialog = fetchedDialog(() => import('./LabelDialog.tsx'));

/** Opens a label: to look at, to print, to save. */
export function LabelButton({ of, children }: { of: LabelOf; children: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        className="min-h-16 px-3 underline underline-offset-4 lg:min-h-12"
        onClick={() => setOpen(true)}
      >
        {children}
      </button>
      {open && <LabelDialog of={of} close={() => setOpen(false)} />}
    </>
  );
}
