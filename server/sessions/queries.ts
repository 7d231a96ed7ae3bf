import type { Language } from '#contract/languages.ts';
import type { SignInName } from '#contract/people.ts';
import type { Role } from '#contract/roles.ts';
import type { Queryable } from '../db/books.ts';
import { BUDGET } from './pins.ts';

export function signInNames(db: Queryable): Promise<Omit<SignInName, 'demoPin'>[]> {
  return db.rows(`SELECT id, name, role FROM person WHERE retired_at IS NULL ORDER BY name`);
}

export async function personForSignIn(db: Queryable, personId: number, origin: string) {
  const [row] = await db.rows<{
    id: number;
    name: string;
    role: Role;
    language: Language;
    pinHash: string;
    failures: number;
    lockedUntil: Date | null;
  }>(
    `SELECT p.id, p.name, p.role, p.language, p.pin_hash AS "pinHash", coalesce(a.failures, 0) AS failures, a.locked_until AS "lockedUntil"
     FROM person p LEFT JOIN pin_attempt a ON a.person_id = p.id AND a.origin = $2
     WHERE p.id = $1 AND p.retired_at IS NULL`,
    [personId, origin],
  );
  return row;
}

/** The same PIN, hashed otherwise: nothing about the person has changed. */
export async function keepPinHash(db: Queryable, personId: number, pinHash: string): Promise<void> {
  await db.rows('UPDATE person SET pin_hash = $2 WHERE id = $1', [personId, pinHash]);
}

export async function isKnownTablet(db: Queryable, tokenHash: string): Promise<boolean> {
  return (await db.rows('SELECT 1 FROM tablet WHERE token_hash = $1', [tokenHash])).length > 0;
}

export async function rememberTablet(db: Queryable, tokenHash: string, now: Date): Promise<void> {
  await db.rows('INSERT INTO tablet (token_hash, first_seen) VALUES ($1, $2)', [tokenHash, now]);
}

export async function countAttempt(
  db: Queryable,
  attempt: { personId: number; origin: string; failures: number; lockedUntil: Date | null },
): Promise<void> {
  await db.rows(
    `INSERT INTO pin_attempt (person_id, origin, failures, locked_until) VALUES ($1, $2, $3, $4)
     ON CONFLICT (person_id, origin) DO UPDATE SET failures = excluded.failures, locked_until = excluded.locked_until`,
    [attempt.personId, attempt.origin, attempt.failures, attempt.lockedUntil],
  );
}

type Tried = { personId: number; places: readonly string[]; known: boolean; now: Date };

/** When the budget of wrong PINs is free again, where one of them is spent; null where none is. */
export async function spentUntil(
  db: Queryable,
  { personId, places, known, now }: Tried,
): Promise<Date | null> {
  const since = new Date(now.getTime() - BUDGET.minutes * 60_000);
  const [row] = await db.rows<{ at: Date | null }>(
    `SELECT max(oldest.at) AS at FROM (
       SELECT (SELECT f.at FROM pin_failure f WHERE f.person_id = $1 AND NOT f.known AND f.at > $3 AND f.at <= $7
               ORDER BY f.at DESC OFFSET $4 LIMIT 1) AS at WHERE NOT $6
       UNION ALL
       SELECT (SELECT f.at FROM pin_failure f WHERE f.origin = p.place AND f.at > $3 AND f.at <= $7 ORDER BY f.at DESC OFFSET $5 LIMIT 1)
       FROM unnest($2::text[]) AS p(place)
     ) oldest`,
    [personId, places, since, BUDGET.ofPerson - 1, BUDGET.ofPlace - 1, known, now],
  );
  return row?.at ? new Date(row.at.getTime() + BUDGET.minutes * 60_000) : null;
}

export async function countFailure(
  db: Queryable,
  { personId, places, known, now }: Tried,
): Promise<number[]> {
  const rows = await db.rows<{ id: number }>(
    `INSERT INTO pin_failure (person_id, origin, known, at)
     SELECT $1, p.place, $3 OR p.place LIKE 'person:%', $4 FROM unnest($2::text[]) AS p(place) RETURNING id`,
    [personId, places, known, now],
  );
  return rows.map((r) => r.id);
}

/** It was the right PIN after all. */
export async function forgetFailures(db: Queryable, ids: readonly number[]): Promise<void> {
  await db.rows('DELETE FROM pin_failure WHERE id = ANY($1::int[])', [ids]);
}

export async function startSession(
  db: Queryable,
  session: { tokenHash: string; personId: number; now: Date; expiresAt: Date },
): Promise<void> {
  await db.rows(
    'INSERT INTO session (token_hash, person_id, started_at, expires_at) VALUES ($1, $2, $3, $4)',
    [session.tokenHash, session.personId, session.now, session.expiresAt],
  );
}

export async function endSession(db: Queryable, tokenHash: string, now: Date): Promise<void> {
  await db.rows('UPDATE session SET ended_at = $2 WHERE token_hash = $1 AND ended_at IS NULL', [
    tokenHash,
    now,
  ]);
}

export async function lockSession(db: Queryable, tokenHash: string, now: Date): Promise<void> {
  await db.rows(
    'UPDATE session SET locked_at = coalesce(locked_at, $2) WHERE token_hash = $1 AND ended_at IS NULL',
    [tokenHash, now],
  );
}

/** Signs a person out everywhere but here, as when their PIN or role changes or they leave. */
export async function endSessionsOf(db: Queryable, personId: number, here: string, now: Date): Promise<void> {
  await db.rows(
    'UPDATE session SET ended_at = $3 WHERE person_id = $1 AND token_hash <> $2 AND ended_at IS NULL',
    [personId, here, now],
  );
}

export async function setLanguage(db: Queryable, personId: number, language: Language): Promise<void> {
  await db.rows('UPDATE person SET language = $2 WHERE id = $1', [personId, language]);
}
