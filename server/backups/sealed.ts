import { createCipheriv, createDecipheriv, randomBytes, scryptSync } from 'node:crypto';

/** What goes with a whole shop under a passphrase: the secret its PINs are hashed with, and their hashes by person. */
export type Sealable = { secret: string; pins: Record<string, string> };
export type Sealed = { salt: string; iv: string; tag: string; data: string };

// scrypt at 2^15 passes takes a tenth of a second here: a passphrase of some words can't be tried in bulk.
const COST = { N: 32_768, r: 8, p: 1, maxmem: 64 * 1024 * 1024 };
const keyOf = (passphrase: string, salt: Buffer) => scryptSync(passphrase.normalize('NFKC'), salt, 32, COST);

/** Seals it with AES-256-GCM under a key made of the passphrase. */
export function seal(of: Sealable, passphrase: string): Sealed {
  const [salt, iv] = [randomBytes(16), randomBytes(12)];
  const cipher = createCipheriv('aes-256-gcm', keyOf(passphrase, salt), iv);
  const data = Buffer.concat([cipher.update(JSON.stringify(of), 'utf8'), cipher.final()]);
  const text = (bytes: Buffer) => bytes.toString('base64');
  return { salt: text(salt), iv: text(iv), tag: text(cipher.getAuthTag()), data: text(data) };
}

/** What was sealed; null where the passphrase is another one, or it was changed since. */
export function unseal(sealed: Sealed, passphrase: string): Sealable | null {
  try {
    const bytes = (text: string) => Buffer.from(text, 'base64');
    const decipher = createDecipheriv('aes-256-gcm', keyOf(passphrase, bytes(sealed.salt)), bytes(sealed.iv));
    decipher.setAuthTag(bytes(sealed.tag));
    const text = Buffer.concat([decipher.update(bytes(sealed.data)), decipher.final()]).toString('utf8');
    return JSON.parse(text) as Sealable;
  } catch {
    return null;
  }
}
