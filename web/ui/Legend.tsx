import type { ReactNode } from 'react';

/** The name of a group of fields. */
export function Legend({ children }: { children: ReactNode }) {
  return <legend className="font-reading mb-2 text-[1.2rem] font-semibold">{children}</legend>;
}
