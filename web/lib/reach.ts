import { create } from 'zustand';

/** Since when what is shown is what this device kept, as ISO 8601; null while the shop's machine answers. */
export const useReach = create<{ keptAt: string | null }>()(() => ({ keptAt: null }));

/** Takes from an answer whether it came from the shop's machine; of several that were kept the oldest is told. */
export function takeReach(header: string | null): void {
  const { keptAt } = useReach.getState();
  if (header === null) {
    if (keptAt !== null) useReach.setState({ keptAt: null });
    return;
  }
  if (keptAt === null || header < keptAt) useReach.setState({ keptAt: header });
}
