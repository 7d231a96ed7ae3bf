import { ROLES, type Role } from '#contract/roles.ts';
import { keyOf, namedChoices, namesTaken, newName, oneOf, type Reader } from './cells.ts';
import type { ImportFacts } from './facts.ts';

export type ImportedPerson = { name: string; role: Role };

const BY_NAME = namedChoices(ROLES);

/** Somebody of the crew a row. A PIN is in no file: a manager gives each theirs. */
export function personRow(known: ImportFacts): Reader<ImportedPerson> {
  const taken = namesTaken(known.people, known);
  return (cells, fail) => {
    const name = newName(cells, 'Name', 40, taken, fail);
    taken.add(keyOf(cells.Name ?? ''));
    const role = oneOf(cells, 'Role', BY_NAME, fail, ROLES);
    return name && role ? { name, role } : null;
  };
}
