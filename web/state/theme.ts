import { create } from 'zustand';
import { persist } from 'zustand/middleware';

export const THEMES = ['system', 'light', 'dark', 'glare'] as const;
export type Theme = (typeof THEMES)[number];

/** How this device shows things; it says nothing of the person or the shop. */
export const useDevice = create<{
  theme: Theme;
  jumps: boolean;
  set: (change: Partial<{ theme: Theme; jumps: boolean }>) => void;
}>()(persist((set) => ({ theme: 'system', jumps: true, set }), { name: 'kettle-device' }));

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
