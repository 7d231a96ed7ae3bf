import type { FocusEvent, KeyboardEvent } from 'react';

const CELLS = 'input:not(:disabled):not([aria-hidden]), [role="checkbox"]:not(:disabled)';
const cellsOf = (table: HTMLElement) => [...table.querySelectorAll<HTMLElement>(CELLS)];

type RowBy = (from: HTMLElement, by: 1 | -1) => HTMLElement | null;

/**
 * A table of fields is one stop for Tab for whoever passes through it, and field after field for whoever types in it: from
 * the first letter on Tab goes to the next field, until the table is left. Up and Down go to the same field of the row above
 * or below, Left and Right past the ends of what stands in it to the field beside.
 *
 * @param rowBy the same field a row up or down
 */
export function tableOfFields(rowBy: RowBy) {
  let typing = false;
  /** Where an arrow led last: all that stands in it is chosen, and another arrow goes on. */
  let led: HTMLElement | null = null;
  return {
    onInput: () => {
      typing = true;
      led = null;
    },
    onBlur: ({ currentTarget, relatedTarget }: FocusEvent<HTMLElement>) => {
      if (!currentTarget.contains(relatedTarget)) typing = false;
    },
    onKeyDown: (event: KeyboardEvent<HTMLElement>) => {
      const from = event.target as HTMLElement;
      if (event.key === 'Tab') {
        if (!typing) stepOver(cellsOf(event.currentTarget).filter((cell) => cell !== from));
        return;
      }
      const up = { ArrowUp: -1, ArrowDown: 1 }[event.key] as 1 | -1 | undefined;
      const to = up ? rowBy(from, up) : besideOf(event, led === from);
      if (!to) {
        led = null;
        return;
      }
      event.preventDefault();
      to.focus();
      if (to instanceof HTMLInputElement) to.select();
      led = to;
    },
  };
}

/** Out of the way while the focus moves on, so that it finds what stands after the table, or before it. */
function stepOver(cells: readonly HTMLElement[]): void {
  const was = cells.map((cell) => cell.getAttribute('tabindex'));
  for (const cell of cells) cell.tabIndex = -1;
  setTimeout(() => {
    for (const [i, cell] of cells.entries()) {
      const index = was[i];
      if (index == null) cell.removeAttribute('tabindex');
      else cell.setAttribute('tabindex', index);
    }
  });
}

function besideOf(event: KeyboardEvent<HTMLElement>, chosen: boolean): HTMLElement | null {
  const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
  const from = event.target as HTMLElement;
  if (!by) return null;
  if (from instanceof HTMLInputElement && !chosen) {
    const { selectionStart, selectionEnd, value } = from;
    if (selectionStart !== selectionEnd || selectionEnd !== (by > 0 ? value.length : 0)) return null;
  }
  const cells = cellsOf(event.currentTarget);
  return cells[cells.indexOf(from) + by] ?? null;
}
