import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pino } from 'pino';
import { describe, expect, it } from 'vitest';
import { BooksDamaged } from '../db/books.ts';
import { noLabelPrinter } from '../devices/labelPrinter.ts';
import { serve } from '../serve.ts';
import { freshFolder } from '../testing/freshBooks.ts';
import { wayBack } from './advice.ts';
import { seal } from './seal.ts';

const NOW = new Date('2026-05-04T08:30:00Z');
function withCopies(...names: [name: string, sealed: boolean][]): string {
  const folder = freshFolder();
  for (const [name, sealed] of names) {
    const copy = join(folder, 'backups', name);
    mkdirSync(copy, { recursive: true });
    writeFileSync(join(copy, 'PG_VERSION'), '18\n');
    if (sealed) seal(copy, NOW);
  }
  return folder;
}
const opening = (folder: string) =>
  serve({
    folder,
    host: '127.0.0.1',
    port: 0,
    now: () => NOW,
    log: pino({ level: 'silent' }),
    demoPins: new Map(),
    labelPrinter: noLabelPrinter,
    weatherStation: null,
  });

describe('the way back from damaged books', () => {
  it('is one command with the newest copy that was read through', () => {
    const folder = withCopies(
      ['day-2026-05-03T02-00-00', true],
      ['day-2026-05-04T02-00-00', false],
      ['day-2026-05-02T02-00-00', true],
    );
    expect(wayBack(folder, false)).toContain(`npm run restore -- --data ${folder} day-2026-05-03T02-00-00`);
    expect(wayBack(withCopies(['day-2026-05-04T02-00-00', false]), false)).toContain(
      'day-2026-05-04T02-00-00',
    );
    expect(wayBack(freshFolder(), false)).toContain('There is no copy');
  });

  it('is told instead of setting up a new shop, where the books are gone or not whole', async () => {
    const gone = withCopies(['day-2026-05-03T02-00-00', true]);
    await expect(opening(gone)).rejects.toThrow(BooksDamaged);
    await expect(opening(gone)).rejects.toThrow(/not there, and copies of them are.*day-2026-05-03T02-00-00/);
    const empty = freshFolder();
    mkdirSync(join(empty, 'books'));
    await expect(opening(empty)).rejects.toThrow(
      /something else than books.*Nothing was made in their place/,
    );
  });
});
