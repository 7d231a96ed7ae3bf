import { mkdirSync, readdirSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** Where the database keeps what: the file of a table or an index, by its name. */
export type FileOf = (name: string) => string;

const garbage = (n: number) => Buffer.from(Array.from({ length: n }, (_, i) => (i * 197 + 31) % 251));

function flip(file: string, at: number): void {
  const bytes = readFileSync(file);
  bytes[at] = (bytes[at] as number) ^ 0xff;
  writeFileSync(file, bytes);
}

const newestLog = (books: string) =>
  join(
    books,
    'pg_wal',
    readdirSync(join(books, 'pg_wal'))
      .filter((f) => /^[0-9A-F]{24}$/.test(f))
      .sort()[0] as string,
  );

/** What a failing stick, a helping hand or a half-done copy does to closed books, each by what was done. */
export const DAMAGES: Record<string, (books: string, fileOf: FileOf) => void> = {
  'the version file is gone': (books) => rmSync(join(books, 'PG_VERSION')),
  'the directory is empty': (books) => {
    rmSync(books, { recursive: true });
    mkdirSync(books);
  },
  'a file stands in their place': (books) => {
    rmSync(books, { recursive: true });
    writeFileSync(books, 'no books');
  },
  'the version is another': (books) => writeFileSync(join(books, 'PG_VERSION'), '17\n'),
  'the control file is gone': (books) => rmSync(join(books, 'global/pg_control')),
  'the control file is empty': (books) => truncateSync(join(books, 'global/pg_control')),
  'the control file is garbage': (books) => writeFileSync(join(books, 'global/pg_control'), garbage(8192)),
  'the log is gone': (books) => rmSync(newestLog(books)),
  'the log’s folder is gone': (books) => rmSync(join(books, 'pg_wal'), { recursive: true }),
  'the log is cut short': (books) => truncateSync(newestLog(books), 8_192),
  'the log is garbage': (books) => writeFileSync(newestLog(books), garbage(1 << 24)),
  'the database’s folder is gone': (books) => rmSync(join(books, 'base/5'), { recursive: true }),
  'the list of databases is gone': (books) => rmSync(join(books, 'global/1262')),
  'the map of files is gone': (books) => rmSync(join(books, 'base/5/pg_filenode.map')),
  'the list of tables is garbage': (books) => writeFileSync(join(books, 'base/5/1259'), garbage(16_384)),
  'a table is gone': (_, fileOf) => rmSync(fileOf('movement')),
  'a table is empty': (_, fileOf) => truncateSync(fileOf('posting')),
  'a table is cut short': (_, fileOf) => truncateSync(fileOf('posting'), 8_192),
  'an index is gone': (_, fileOf) => rmSync(fileOf('movement_pkey')),
  'an index is empty': (_, fileOf) => truncateSync(fileOf('container_pkey')),
  'an index is garbage': (_, fileOf) => writeFileSync(fileOf('person_pkey'), garbage(16_384)),
  'a page is garbage': (_, fileOf) => writeFileSync(fileOf('shop'), garbage(8_192)),
  'one bit of a page is wrong': (_, fileOf) => flip(fileOf('container'), 4_100),
  'two tables changed places': (_, fileOf) => {
    const [a, b] = [readFileSync(fileOf('movement')), readFileSync(fileOf('posting'))];
    writeFileSync(fileOf('movement'), b);
    writeFileSync(fileOf('posting'), a);
  },
  'the record of what was committed is gone': (books) => rmSync(join(books, 'pg_xact/0000')),
  'the record of what was committed is empty': (books) => truncateSync(join(books, 'pg_xact/0000')),
};
