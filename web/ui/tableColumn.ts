import type { ReactNode } from 'react';

/** A column: what it is called, the value it sorts and groups by, and how it looks. */
export type TableColumn<R> = {
  /** Under which a device keeps whether it is shown: where somebody may choose. */
  id?: string;
  name: string;
  /** What it is sorted, filtered and grouped by, and what stands in a file. A column without is only looked at. */
  value?: (row: R) => string | number | null;
  /** What a figure is counted in: said after the column's name in a file, where figures stand alone. */
  unit?: string;
  /** What stands in a file, where that is not what it sorts by. */
  inFile?: (row: R) => string | number | null;
  show?: (row: R) => ReactNode;
  /** A figure: to the right, and summed in a group by `sum`. */
  figure?: boolean;
  sum?: (rows: R[]) => ReactNode;
  groups?: boolean;
  /** Not shown until somebody asks for it. */
  hidden?: boolean;
  /** Share of the width, where the table does not find its widths by what stands in it. */
  wide?: number;
  /** Left out on a phone. */
  desk?: boolean;
  /** It names the row. */
  heads?: boolean;
  /** Left out on paper: what can be done with a row. */
  screenOnly?: boolean;
  /** In the middle: answers to choose from. */
  middle?: boolean;
};

/** Under which a column is known in its table. */
export const columnId = (column: TableColumn<never>): string => column.id ?? column.name;
