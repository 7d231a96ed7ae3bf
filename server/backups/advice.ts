import { usualFolder } from '../options.ts';
import { copies } from './backups.ts';

/** What somebody who does not read programs can do about damaged books: the one command, with the copy to name. */
export function wayBack(folder: string, demo: boolean): string {
  const all = copies(folder);
  const good = all.find((c) => c.checked) ?? all[0];
  const where = folder === usualFolder(demo) ? (demo ? '--demo ' : '') : `--data ${folder} `;
  const restore = `npm run restore -- ${where}`;
  if (!good)
    return 'There is no copy of them. Keep the folder as it is, and ask somebody who knows PostgreSQL.';
  return `Stop the program and restore the copy of ${good.at.slice(0, 16).replace('T', ', ')} UTC with: ${restore}${good.name}. The damaged books are kept beside it.`;
}
