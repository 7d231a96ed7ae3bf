import { ShopTime } from './shopTime.ts';

/** How far the shop's machine was ahead of this device's own clock when it answered last: for a page that begins without it. */
const AHEAD = 'kettle-ahead';
/** So little is not worth writing down. */
const SAME_MS = 250;
let aheadMs = keptAhead();

function keptAhead(): number {
  try {
    const kept = Number(localStorage.getItem(AHEAD));
    return Number.isFinite(kept) ? kept : 0;
  } catch {
    return 0;
  }
}

const time = new ShopTime(Date.now(), performance.now());
time.begin(Date.now() + aheadMs, performance.now());
const LOOK_EVERY_MS = 1_000;

/** Keeps the shop's time from an answer that was asked for and came at these times on the steady clock. */
export function takeShopTime(header: string | null, sentMs: number, gotMs: number): void {
  const shopMs = Number(header);
  if (!header || !Number.isFinite(shopMs)) return;
  time.take(shopMs, sentMs, gotMs);
  const ahead = Math.round(time.now(performance.now()) - Date.now());
  if (Math.abs(ahead - aheadMs) < SAME_MS) return;
  aheadMs = ahead;
  try {
    localStorage.setItem(AHEAD, String(ahead));
  } catch {
    // A device that keeps nothing begins by its own clock.
  }
}

/** Now, on the shop's machine, in milliseconds since 1970. */
export const shopMs = (): number => time.now(performance.now());

/** Now, on the shop's machine. */
export const shopNow = (): Date => new Date(shopMs());

type Tick = (nowMs: number) => void;
const listeners = new Set<Tick>();
let timer: ReturnType<typeof setTimeout> | null = null;
let askTime: () => void = () => {};

/** What to do where the time here is in doubt: ask the shop. */
export function onDoubt(ask: () => void): void {
  askTime = ask;
}

/**
 * Calls at every whole second of the shop's time, on all devices at once, until the returned function is called. There is
 * one timer however many listen, and none where nobody does.
 */
export function everySecond(tick: Tick): () => void {
  listeners.add(tick);
  tick(shopMs());
  if (timer === null) beat();
  return () => {
    listeners.delete(tick);
    if (listeners.size > 0 || timer === null) return;
    clearTimeout(timer);
    timer = null;
  };
}

function beat(): void {
  if (time.look(Date.now(), performance.now())) askTime();
  const now = shopMs();
  timer = setTimeout(
    () => {
      const at = shopMs();
      for (const tick of listeners) tick(at);
      beat();
    },
    LOOK_EVERY_MS - (now % LOOK_EVERY_MS) + 2,
  );
}

if (typeof document !== 'undefined') {
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'visible' && time.look(Date.now(), performance.now())) askTime();
  });
}
