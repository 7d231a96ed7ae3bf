import { describe, expect, it } from 'vitest';
import { freshFolder } from '../testing/freshBooks.ts';
import { Books } from './books.ts';
import { readMigrations } from './migrate.ts';

const NOW = new Date('2026-05-04T08:30:00Z');
/** The books as they were while sentences were kept in them. */
const BEFORE = 25;

describe('books from before facts were kept in place of sentences', () => {
  it('say of a line and of a file what they said', async () => {
    const folder = freshFolder();
    const old = await Books.open(folder, NOW, readMigrations().slice(0, BEFORE));
    await old.rows(`INSERT INTO person (name, role, pin_hash) VALUES ('Odo Marsh', 'lead', 'x')`);
    await old.rows(`INSERT INTO device (name, kind) VALUES ('Wall', 'dispenser')`);
    await old.rows(`INSERT INTO dispenser_line (device_id, name) VALUES (1, 'Left')`);
    await old.rows(`INSERT INTO metering_tip (device_id, name, diameter_mm) VALUES (1, 'brown', 0.9)`);
    const said = [
      ['use', 'Steady at 1:20.', 'steady', null],
      ['retip', 'Steady at 1:48, and weaker than the label.', 'weakForLabel', null],
      ['retip', 'Steady at 1:8, and stronger than it is meant to be.', 'strongForTarget', null],
      ['fault', 'It has become weaker: 1:31, and was 1:20.5 with this tip.', 'weaker', 20.5],
      ['fault', 'The fills differ too much to be one strength.', 'unsteady', null],
    ] as const;
    for (const [verdict, words] of said) {
      await old.rows(
        `INSERT INTO line_check (line_id, product_id, tip_id, method, ratio, u, verdict, person_id, checked_at)
         VALUES (1, 1, 1, 'volume', 20, 0.02, $1, 1, $2)`,
        [JSON.stringify({ verdict, words, remedy: 'As ever.', suspects: [] }), NOW],
      );
    }
    const bad = [{ line: 2, column: 'Size', value: 'big', why: 'Size is no amount.', remedy: 'Type one.' }];
    await old.rows(
      `INSERT INTO csv_import (kind, file_name, state, total, checked, bad, bad_rows, started_by, started_at)
       VALUES ('containers', 'a.csv', 'refused', 1, 1, $1, 1, 1, $2)`,
      [JSON.stringify(bad), NOW],
    );
    await old.rows(
      `INSERT INTO unsettled (what, reason, body, received_at, person_id)
       VALUES ('Rinsed: foam', 'Odo ended it.', '{}', $1, 1)`,
      [NOW],
    );
    await old.close();

    const books = await Books.open(folder, NOW);
    const verdicts = await books.rows<{ verdict: unknown }>('SELECT verdict FROM line_check ORDER BY id');
    expect(verdicts.map((v) => v.verdict)).toEqual(
      said.map(([verdict, , found, before]) => ({ verdict, found, before, ratio: 20, suspects: [] })),
    );
    const [file] = await books.rows<{ bad: unknown }>('SELECT bad FROM csv_import');
    expect(file?.bad).toEqual([
      {
        ...{ line: 2, column: 'Size', value: 'big', code: 'field.refused' },
        facts: { reason: 'Size is no amount.', remedy: 'Type one.' },
      },
    ]);
    expect(await books.rows('SELECT what, refusal FROM unsettled')).toEqual([
      { what: ['Rinsed: foam'], refusal: { code: 'past', detail: 'Odo ended it.' } },
    ]);
    await books.close();
  });
});
