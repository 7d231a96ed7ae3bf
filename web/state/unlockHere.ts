import { get as getKept, set as keep } from 'idb-keyval';
import { create } from 'zustand';
import type { Who } from '#contract/people.ts';
import { refuse } from '#contract/refusals.ts';
import type { Refusal } from '#core/outcome.ts';
import { shopMs } from '../lib/shopNow.ts';

// A device that locked itself without a connection is unlocked by its owner's PIN. What it keeps for that tells nothing but
// whether a PIN is theirs, works on this device alone, and only where the connection was a safe one.

const LOCKED = 'kettle-locked';
const VERIFIERS = 'kettle-unlock';
const DEVICE_KEY = 'kettle-unlock-key';
const ROUNDS = 310_000;
/** So many wrong PINs, then so many minutes of waiting, ever longer. */
const TRIES = 5;
const WAITS_MIN = [1, 5, 15];

type Verifier = {
  salt: Uint8Array<ArrayBuffer>;
  hash: string;
  who: Who;
  failures: number;
  waitsUntilMs: number;
};

function lockedAtFirst(): number | null {
  try {
    return Number(localStorage.getItem(LOCKED)) || null;
  } catch {
    return null;
  }
}
/** Who this device is locked for, whatever the shop's machine knows of it: through a reload, too. */
export const useLockedHere = create<{ personId: number | null }>()(() => ({ personId: lockedAtFirst() }));

export function lockHere(personId: number | null): void {
  try {
    if (personId === null) localStorage.removeItem(LOCKED);
    else localStorage.setItem(LOCKED, String(personId));
  } catch {
    // A device that keeps nothing is locked for as long as the page is open.
  }
  useLockedHere.setState({ personId });
}

const verifiers = async (): Promise<Record<number, Verifier>> =>
  (await getKept<Record<number, Verifier>>(VERIFIERS)) ?? {};

/** Never leaves this device: the browser gives nobody its figures. */
async function deviceKey(): Promise<CryptoKey> {
  const known = await getKept<CryptoKey>(DEVICE_KEY);
  if (known) return known;
  const key = await crypto.subtle.generateKey({ name: 'HMAC', hash: 'SHA-256' }, false, ['sign']);
  await keep(DEVICE_KEY, key);
  return key;
}

async function hashOf(pin: string, salt: Uint8Array<ArrayBuffer>): Promise<string> {
  const typed = await crypto.subtle.importKey('raw', new TextEncoder().encode(pin), 'PBKDF2', false, [
    'deriveBits',
  ]);
  const slow = await crypto.subtle.deriveBits(
    { name: 'PBKDF2', hash: 'SHA-256', salt, iterations: ROUNDS },
    typed,
    256,
  );
  const bound = new Uint8Array(await crypto.subtle.sign('HMAC', await deviceKey(), slow));
  return Array.from(bound, (b) => b.toString(16).padStart(2, '0')).join('');
}

/** Keeps what tells a PIN again, once the shop's machine has found it right. */
export async function rememberPin(who: Who, pin: string): Promise<void> {
  if (!window.isSecureContext) return;
  try {
    const salt = crypto.getRandomValues(new Uint8Array(16));
    const hash = await hashOf(pin, salt);
    await keep(VERIFIERS, {
      ...(await verifiers()),
      [who.personId]: { salt, hash, who, failures: 0, waitsUntilMs: 0 },
    });
  } catch {
    // A device that keeps nothing is unlocked with a connection.
  }
}

/** Nobody is told again by their PIN without a connection: they have signed out. */
export async function forgetPin(personId: number): Promise<void> {
  const { [personId]: _, ...others } = await verifiers().catch(() => ({}) as Record<number, Verifier>);
  await keep(VERIFIERS, others).catch(() => undefined);
}

/**
 * Whether a PIN is its owner's, without a connection: for who worked here last and locked it, with few tries.
 *
 * @returns who it is; a refusal where it is wrong or there were too many; null where this device can't tell
 */
export async function unlockHere(personId: number, pin: string): Promise<Who | Refusal | null> {
  if (!window.isSecureContext || useLockedHere.getState().personId !== personId) return null;
  const all = await verifiers().catch(() => ({}) as Record<number, Verifier>);
  const of = all[personId];
  if (!of || Date.parse(of.who.expiresAt) < shopMs()) return null;
  // A clock that was set back frees nobody sooner than the longest wait.
  const waitMs = Math.min(of.waitsUntilMs - Date.now(), (WAITS_MIN.at(-1) as number) * 60_000);
  if (waitMs > 0) return refuse('pin.locked', { seconds: Math.ceil(waitMs / 1_000) });
  const isRight = (await hashOf(pin, of.salt)) === of.hash;
  const failures = isRight ? 0 : of.failures + 1;
  const waits =
    failures >= TRIES ? (WAITS_MIN[Math.min(failures - TRIES, WAITS_MIN.length - 1)] as number) : 0;
  await keep(VERIFIERS, {
    ...all,
    [personId]: { ...of, failures, waitsUntilMs: Date.now() + waits * 60_000 },
  });
  if (isRight) return of.who;
  return refuse('pin.wrong', { left: Math.max(0, TRIES - failures) });
}
