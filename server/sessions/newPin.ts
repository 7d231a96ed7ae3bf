import { randomInt } from 'node:crypto';
import type { Books } from '../db/books.ts';
import { noteEvent } from '../people/queries.ts';
import { hashPin } from './pins.ts';

/** Nobody of that name is a manager here. */
export class NoSuchManager extends Error {}

/**
 * Gives a manager a new PIN where the program runs: for who has forgotten theirs, or a shop that was moved without its
 * PINs.
 *
 * @returns the PIN, to be told once
 * @throws NoSuchManager naming the managers there are
 */
export async function giveNewPin(books: Books, name: string, secret: Buffer, now: Date): Promise<string> {
  const pin = String(randomInt(10_000)).padStart(4, '0');
  const pinHash = await hashPin(pin, secret);
  await books.transaction(async (tx) => {
    const managers = await tx.rows<{ id: number; name: string }>(
      `SELECT id, name FROM person WHERE role = 'manager' AND retired_at IS NULL ORDER BY name`,
    );
    const who = managers.find((m) => m.name.toLowerCase() === name.trim().toLowerCase());
    if (!who) {
      const names = managers.map((m) => m.name).join(', ');
      throw new NoSuchManager(
        `No manager here is called ${name}. ${names ? `Managers: ${names}.` : 'There is none yet.'}`,
      );
    }
    await tx.rows('UPDATE person SET pin_hash = $2, revision = revision + 1 WHERE id = $1', [
      who.id,
      pinHash,
    ]);
    await tx.rows('UPDATE session SET ended_at = $2 WHERE person_id = $1 AND ended_at IS NULL', [
      who.id,
      now,
    ]);
    await noteEvent(tx, { personId: who.id, what: 'pin', detail: '', by: who.id, now });
  });
  return pin;
}
