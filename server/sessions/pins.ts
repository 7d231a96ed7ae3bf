import { hash, verify } from '@node-rs/argon2';

/** What marks a hash that was made with the shop's secret; one without was made before there was one. */
const WITH_SECRET = 'secret:';

/**
 * Argon2id at the library's defaults (19 MiB, 2 passes), with the shop's secret. Four digits are few: the limit on attempts
 * is what guards them in the shop, the secret where the books are somewhere else.
 *
 * @param secret null for made-up books, which hold no real person's PIN
 */
export const hashPin = async (pin: string, secret: Buffer | null): Promise<string> =>
  secret ? WITH_SECRET + (await hash(pin, { secret })) : hash(pin);

/** Whether it is somebody's PIN; nobody's is that of whoever has none, as after a move without its passphrase. */
export async function isPin(pinHash: string, pin: string, secret: Buffer): Promise<boolean> {
  if (pinHash === '') return false;
  return pinHash.startsWith(WITH_SECRET)
    ? verify(pinHash.slice(WITH_SECRET.length), pin, { secret })
    : verify(pinHash, pin);
}

/** Made before there was a secret: to be made again with it. */
export const isWithoutSecret = (pinHash: string): boolean => !pinHash.startsWith(WITH_SECRET);

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
