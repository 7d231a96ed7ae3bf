import { fstatSync } from 'node:fs';
import type { PGlite } from '@electric-sql/pglite';
import { type FileOperations, openDatabase, SyncedFiles } from '../db/engine.ts';

/** What the machine answers where a file can't grow, by the engine's own number: no space left on device. */
const ENOSPC = 51;

/** A disk that can be filled: what lies on it can be written over, and no file grows. */
export class FullDisk {
  full = false;
  /** How often something could not grow. */
  refused = 0;

  readonly open = (directory: string): Promise<PGlite> =>
    openDatabase(directory, new FilesOn(directory, this));
}

class FilesOn extends SyncedFiles {
  readonly #disk: FullDisk;

  constructor(directory: string, disk: FullDisk) {
    super(directory);
    this.#disk = disk;
  }

  protected override setUp(files: FileOperations): void {
    super.setUp(files);
    const disk = this.#disk;
    const { write } = files.stream_ops;
    files.stream_ops.write = (file, bytes, offset, length, position) => {
      if (disk.full && file.nfd !== undefined && position + length > fstatSync(file.nfd).size) {
        disk.refused++;
        throw Object.assign(new Error('no space left on device'), { name: 'ErrnoError', errno: ENOSPC });
      }
      return write(file, bytes, offset, length, position);
    };
  }
}
