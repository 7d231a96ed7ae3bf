import type { ReactNode } from 'react';

/** A column: what it is called, the value it sorts and groups by, and how it looks. */
export type TableColumn<R> = {
  id: string;
  name: string;
  /** What it is sorted, filtered and grouped by, and what stands in a file. */
  value: (row: R) => string | number | null;
  show?: (row: R) => ReactNode;
  /** A figure: to the right, and summed in a group by `sum`. */
  figure?: boolean;
  sum?: (rows: R[]) => ReactNode;
  groups?: boolean;
  /** Not shown until somebody asks for it. */
  hidden?: boolean;
  /** Share of the width. */
  wide?: number;
  /** Left out on a phone. */
  desk?: boolean;
};
