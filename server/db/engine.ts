import { fsyncSync } from 'node:fs';
import { setFlagsFromString } from 'node:v8';
import { PGlite } from '@electric-sql/pglite';
import { NodeFS } from '@electric-sql/pglite/nodefs';

/** A file the engine has open: Node's descriptor, and where it stands in the engine's own tree. */
export type OpenFile = { nfd?: number; node: FileNode };
export type FileNode = { name: string; parent: FileNode; mode: number };
/** The engine's way to the machine's files, as it carries out what the database asks for. */
export type FileOperations = {
  stream_ops: {
    open(file: OpenFile): void;
    write(file: OpenFile, bytes: Int8Array, offset: number, length: number, position: number): number;
    setattr(file: OpenFile, attributes: { size?: number }): void;
    fsync?(file: OpenFile): number;
  };
  node_ops: {
    mknod(parent: FileNode, name: string, mode: number, device: number): FileNode;
    setattr(node: FileNode, attributes: { size?: number }): void;
    rename(node: FileNode, newParent: FileNode, newName: string): void;
    unlink(parent: FileNode, name: string): void;
    rmdir(parent: FileNode, name: string): void;
  };
  realPath(node: FileNode): string;
};

/** What the database is told where its files could not be put on the disk: an input or output error. */
const EIO = 29;

/**
 * The files of the books. The engine answers a database that wants its file on the disk for good with "done" and does
 * nothing; here it has the machine do it.
 */
export class SyncedFiles extends NodeFS {
  override async init(...given: Parameters<NodeFS['init']>): ReturnType<NodeFS['init']> {
    const { emscriptenOpts } = await super.init(...given);
    const setUp = (engine: unknown) => this.setUp((engine as { NODEFS: FileOperations }).NODEFS);
    return { emscriptenOpts: { ...emscriptenOpts, preRun: [...(emscriptenOpts.preRun ?? []), setUp] } };
  }

  protected setUp(files: FileOperations): void {
    files.stream_ops.fsync = ({ nfd }) => {
      if (nfd === undefined) return 0;
      try {
        fsyncSync(nfd);
        return 0;
      } catch {
        return EIO;
      }
    };
  }
}

/** As the engine starts the database, but for `-F`: what was acknowledged is on the disk. */
const START = [
  ...PGlite.defaultStartParams.filter((param) => param !== '-F'),
  // The only way to sync its log that the engine carries out.
  ...['-c', 'wal_sync_method=fsync'],
];

// Compiling the engine's code for speed competes for the processors with opening the books: it starts ten times later than
// Node's default of 1.8 million bytes carried out, which takes a fifth off a start and costs nothing later.
setFlagsFromString('--wasm-tiering-budget=20000000');

/** Opens the database in a directory, making one where there is none. Every commit is on the disk before it is answered. */
export const openDatabase = (directory: string, files = new SyncedFiles(directory)): Promise<PGlite> =>
  PGlite.create({ fs: files, startParams: START });
