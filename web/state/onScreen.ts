import { useEffect } from 'react';
import { create } from 'zustand';

type OnScreen = { products: readonly number[] };

/** The products of the page that is open: the first-aid card opens at the first of them. */
export const useOnScreen = create<OnScreen>()(() => ({ products: [] }));

/** Says which products a page is about, the one that matters most first, for as long as it is open. */
export function useShowsProducts(...ids: (number | null | undefined)[]): void {
  const key = [...new Set(ids.filter((id) => id != null))].join(' ');
  useEffect(() => {
    if (key === '') return;
    const products = key.split(' ').map(Number);
    useOnScreen.setState({ products });
    return () => useOnScreen.setState((now) => (now.products === products ? { products: [] } : now));
  }, [key]);
}
