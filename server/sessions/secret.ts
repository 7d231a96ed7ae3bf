import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const BYTES = 32;
const NAME = 'pin-secret';

export const secretFile = (folder: string): string => join(folder, NAME);

/**
 * What PINs are hashed with besides themselves: kept beside the books and never in them, nor in any file made of them.
 * Whoever has the books alone can't find a PIN by trying all ten thousand. Made on the first start.
 */
export function secretOf(folder: string): Buffer {
  const file = secretFile(folder);
  if (!existsSync(file)) {
    mkdirSync(folder, { recursive: true });
    keepSecret(folder, randomBytes(BYTES));
  }
  const secret = Buffer.from(readFileSync(file, 'utf8').trim(), 'hex');
  if (secret.length !== BYTES) throw new Error(`${file} is damaged: put it back from a copy of the folder.`);
  return secret;
}

/** Puts a secret that came with a shop in the place of the one that is there. */
export const keepSecret = (folder: string, secret: Buffer): void =>
  writeFileSync(secretFile(folder), `${secret.toString('hex')}\n`, { mode: 0o600 });
