import { parseArgs } from 'node:util';
import { copies } from './backups/backups.ts';
import { CannotRestore, restore } from './backups/restore.ts';
import { BooksInUse } from './db/lock.ts';
import { BooksTooNew } from './db/migrate.ts';
import { usualFolder } from './options.ts';

// npm run restore: lists the copies there are; npm run restore -- NAME restores one.

try {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { data: { type: 'string' }, demo: { type: 'boolean' }, passphrase: { type: 'string' } },
  });
  const folder = values.data ?? usualFolder(values.demo ?? false);
  const [what] = positionals;
  if (what) {
    const { kept, pins } = await restore(folder, what, new Date(), values.passphrase ?? null);
    console.log(`Restored from ${what}.${kept ? ` The books that were there are kept under ${kept}.` : ''}`);
    if (!pins) {
      console.log(
        'No PINs came with it. Start the program once with --new-pin and a manager’s name in quotes: it prints a new PIN.',
      );
    }
  } else {
    const all = copies(folder);
    console.log(
      all.length === 0
        ? `There is no copy of the books under ${folder} yet. One is made each night while the program runs.`
        : `${all.map((c) => `${c.name}   made ${c.at}`).join('\n')}\n\nRestore one with: npm run restore -- ${all[0]?.name}`,
    );
  }
} catch (error) {
  const known = error instanceof BooksInUse || error instanceof BooksTooNew || error instanceof CannotRestore;
  const badOption = (error as NodeJS.ErrnoException).code?.startsWith('ERR_PARSE_ARGS');
  if (!known && !badOption) throw error;
  console.error(
    `${(error as Error).message}${badOption ? ' Known: --data, --demo, --passphrase, and what to restore.' : ''}`,
  );
  process.exit(1);
}
