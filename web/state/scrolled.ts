import { useSyncExternalStore } from 'react';

/** How far a page is scrolled before its top counts as out of sight, in CSS pixels. */
const SCROLLED_PX = 240;

const places = new Set<HTMLElement>();
const told = new Set<() => void>();
let scrolled = false;

/**
 * As a ref: what sticks to the top may take less room, or come up, once the page was scrolled. Its place in the page stays
 * as high as it was until the top is back, so that nothing below it moves under a finger.
 */
export function keepPlaceOf(place: HTMLElement | null): (() => void) | undefined {
  if (!place) return;
  places.add(place);
  return () => {
    places.delete(place);
  };
}

function look(): void {
  // A little apart, or it would flicker at the border.
  const now = scrolled ? window.scrollY >= SCROLLED_PX / 2 : window.scrollY > SCROLLED_PX;
  if (now === scrolled) return;
  scrolled = now;
  const heights = now
    ? [...places].map((place) => [place, place.getBoundingClientRect().height] as const)
    : [];
  for (const [place, px] of heights) place.style.height = `${px}px`;
  if (!now) for (const place of places) place.style.removeProperty('height');
  if (now) document.documentElement.dataset.scrolled = '';
  else delete document.documentElement.dataset.scrolled;
  for (const tell of told) tell();
}

function follow(tell: () => void): () => void {
  if (told.size === 0) window.addEventListener('scroll', look, { passive: true });
  told.add(tell);
  look();
  return () => {
    told.delete(tell);
    if (told.size === 0) window.removeEventListener('scroll', look);
  };
}

/** Whether the page was scrolled so far that its top is out of sight. */
export const useScrolled = (): boolean => useSyncExternalStore(follow, () => scrolled);
