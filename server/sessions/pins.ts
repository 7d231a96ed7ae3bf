import { hash, verify } from '@node-rs/argon2';

/** Argon2id at the library's defaults (19 MiB, 2 passes). Four digits are few: the limit on attempts is what guards them. */
export const hashPin = (pin: string): Promise<string> => hash(pin);

export const isPin = (pinHash: string, pin: string): Promise<boolean> => verify(pinHash, pin);

/**
 * Wrong PINs in a quarter of an hour: of one person from places nobody knows, and of anybody from one place. Source:
 * default; at these it takes months to go through ten thousand PINs.
 */
export const BUDGET = { minutes: 15, ofPerson: 10, ofPlace: 20 } as const;

const TRIES = 5;
const WAITS_S = [60, 300, 900];

/** Nobody ever has to wait for longer. */
export const LONGEST_WAIT_MS = Math.max(...WAITS_S) * 1_000;

/** How long a person must wait on this tablet after so many wrong PINs in a row, in seconds. Five are free. */
export function waitAfter(failures: number): number {
  if (failures < TRIES) return 0;
  return WAITS_S[Math.min(failures - TRIES, WAITS_S.length - 1)] ?? 0;
}
