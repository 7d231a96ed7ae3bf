import { type RefObject, useEffect, useRef } from 'react';
import { everySecond } from '../lib/shopNow.ts';

const onScreen = new WeakMap<Element, (seen: boolean) => void>();
let observer: IntersectionObserver | null = null;

/** One observer for all that ticks. */
function watch(element: Element, seen: (seen: boolean) => void): () => void {
  observer ??= new IntersectionObserver((entries) => {
    for (const entry of entries) onScreen.get(entry.target)?.(entry.isIntersecting);
  });
  onScreen.set(element, seen);
  observer.observe(element);
  return () => {
    observer?.unobserve(element);
    onScreen.delete(element);
  };
}

/**
 * Calls at every whole second, on the shop's clock, while an element is on the screen. What is written there goes straight
 * to it: nothing is rendered anew.
 */
export function useTicks(of: RefObject<Element | null>, tick: (nowMs: number) => void): void {
  const latest = useRef(tick);
  useEffect(() => {
    latest.current = tick;
  });
  useEffect(() => {
    const element = of.current;
    if (!element) return;
    let stop: (() => void) | null = null;
    const unwatch = watch(element, (seen) => {
      if (seen && !stop) stop = everySecond((now) => latest.current(now));
      if (!seen) {
        stop?.();
        stop = null;
      }
    });
    return () => {
      unwatch();
      stop?.();
    };
  }, [of]);
}
