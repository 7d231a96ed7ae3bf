import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { LabelSize } from '#contract/labels.ts';
import type { UnitSystem } from '#core/units/units.ts';

export const THEMES = ['system', 'light', 'dark', 'glare'] as const;
export type Theme = (typeof THEMES)[number];

type Device = {
  theme: Theme;
  jumps: boolean;
  /** Units to show here instead of the shop's; what is booked never depends on it. */
  units: UnitSystem | null;
  /** Labels come out in this size, and for every mix by themselves where there is a label printer. */
  labelSize: LabelSize;
  printEach: boolean;
};

/** How this device shows things; it says nothing of the person or the shop. */
export const useDevice = create<Device & { set: (change: Partial<Device>) => void }>()(
  persist(
    (set) => ({ theme: 'system', jumps: true, units: null, labelSize: 'large', printEach: true, set }),
    { name: 'kettle-device' },
  ),
);

const dark = window.matchMedia('(prefers-color-scheme: dark)');

function apply(theme: Theme): void {
  document.documentElement.dataset.theme = theme === 'system' ? (dark.matches ? 'dark' : 'light') : theme;
}

/** Follows the chosen theme, and the system's where that was chosen. */
export function followTheme(): void {
  apply(useDevice.getState().theme);
  useDevice.subscribe((state) => apply(state.theme));
  dark.addEventListener('change', () => apply(useDevice.getState().theme));
}
