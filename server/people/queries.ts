import type { Person, PersonPatch } from '#contract/people.ts';
import type { Role } from '#contract/roles.ts';
import type { PersonEventKind } from '#contract/trail.ts';
import type { Queryable } from '../db/books.ts';

const PERSON = `id, name, role, pin_hash <> '' AS "hasPin", retired_at IS NOT NULL AS retired, revision`;

export function people(db: Queryable): Promise<Person[]> {
  return db.rows(`SELECT ${PERSON} FROM person ORDER BY retired_at IS NOT NULL, name`);
}

export async function personOf(db: Queryable, id: number): Promise<Person | undefined> {
  return (await db.rows<Person>(`SELECT ${PERSON} FROM person WHERE id = $1`, [id]))[0];
}

export async function insertPerson(
  tx: Queryable,
  person: { name: string; role: Role; pinHash: string },
): Promise<Person> {
  const rows = await tx.rows<Person>(
    `INSERT INTO person (name, role, pin_hash) VALUES ($1, $2, $3) RETURNING ${PERSON}`,
    [person.name.trim(), person.role, person.pinHash],
  );
  return rows[0] as Person;
}

export async function updatePerson(
  tx: Queryable,
  id: number,
  patch: Omit<PersonPatch, 'pin'> & { pinHash?: string },
  now: Date,
): Promise<void> {
  await tx.rows(
    `UPDATE person SET
       name = coalesce($2, name), role = coalesce($3, role), pin_hash = coalesce($4, pin_hash),
       retired_at = CASE WHEN $5::boolean IS NULL THEN retired_at WHEN $5 THEN coalesce(retired_at, $6) END,
       revision = revision + 1
     WHERE id = $1`,
    [id, patch.name?.trim() ?? null, patch.role ?? null, patch.pinHash ?? null, patch.retired ?? null, now],
  );
}

/** Forgets wrong tries on every tablet: a manager has set a new PIN. */
export async function forgetAttempts(tx: Queryable, id: number): Promise<void> {
  await tx.rows('UPDATE pin_attempt SET failures = 0, locked_until = NULL WHERE person_id = $1', [id]);
  await tx.rows('DELETE FROM pin_failure WHERE person_id = $1', [id]);
}

export async function managersLeft(tx: Queryable): Promise<number> {
  const rows = await tx.rows<{ n: number }>(
    `SELECT count(*)::int AS n FROM person WHERE role = 'manager' AND retired_at IS NULL`,
  );
  return rows[0]?.n ?? 0;
}

/** Something that was done about somebody, to be found in the trail. */
export async function noteEvent(
  tx: Queryable,
  event: { personId: number; what: PersonEventKind; detail: string; by: number; now: Date },
): Promise<void> {
  await tx.rows(
    'INSERT INTO person_event (person_id, what, detail, by_person, at) VALUES ($1, $2, $3, $4, $5)',
    [event.personId, event.what, event.detail, event.by, event.now],
  );
}
