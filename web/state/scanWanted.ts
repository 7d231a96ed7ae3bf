import { create } from 'zustand';

/** Somewhere on the page somebody wants to scan a label: the shell opens the camera, or a field to type its code. */
export const useScanWanted = create<{ wanted: boolean }>()(() => ({ wanted: false }));
export const wantScan = (wanted = true): void => useScanWanted.setState({ wanted });
