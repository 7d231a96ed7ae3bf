import { type FileNode, type FileOperations, SyncedFiles } from '../../db/engine.ts';

/** What a database did with its files, in order, and what its users were told meanwhile. */
export type DiskAct =
  | { act: 'create'; path: string; file: number }
  | { act: 'write'; file: number; at: number; bytes: Uint8Array }
  | { act: 'resize'; file: number; size: number }
  | { act: 'rename'; from: string; to: string }
  | { act: 'remove'; path: string }
  | { act: 'sync'; file: number }
  | { act: 'syncFolder'; path: string }
  | { act: 'answered'; key: string; movementId: number };

/** What was done with the files under a directory. A file keeps its number whatever it is called. */
export class DiskLog {
  readonly acts: DiskAct[] = [];
  /** The files that were there from the start, by number: under which name. */
  readonly first = new Map<number, string>();
  readonly #named = new Map<string, number>();
  #next = 0;

  /** The number of the file that has this name now. */
  numberOf(path: string): number {
    const known = this.#named.get(path);
    if (known !== undefined) return known;
    const number = ++this.#next;
    this.#named.set(path, number);
    this.first.set(number, path);
    return number;
  }

  create(path: string): void {
    const file = ++this.#next;
    this.#named.set(path, file);
    this.acts.push({ act: 'create', path, file });
  }

  rename(from: string, to: string): void {
    // A folder takes what is in it along.
    for (const [path] of [...this.#named]) {
      if (path !== from && !path.startsWith(`${from}/`)) continue;
      const file = this.numberOf(path);
      this.#named.delete(path);
      this.#named.set(to + path.slice(from.length), file);
    }
    this.acts.push({ act: 'rename', from, to });
  }

  remove(path: string): void {
    this.#named.delete(path);
    this.acts.push({ act: 'remove', path });
  }
}

const REGULAR = 0o100000;
const KIND = 0o170000;

/** The files of a database as they are, with a log of all that is done to them. */
export class RecordedFiles extends SyncedFiles {
  readonly #log: DiskLog;
  readonly #root: string;

  constructor(directory: string, log: DiskLog) {
    super(directory);
    this.#root = this.rootDir;
    this.#log = log;
  }

  protected override setUp(files: FileOperations): void {
    super.setUp(files);
    const log = this.#log;
    const { stream_ops: streams, node_ops: nodes } = files;
    const { open, write, setattr, fsync } = streams;
    const { mknod, rename, unlink, rmdir } = nodes;
    const resize = nodes.setattr;
    const pathOf = (node: FileNode) => files.realPath(node).slice(this.#root.length + 1);
    const inside = (parent: FileNode, name: string) => [pathOf(parent), name].filter(Boolean).join('/');
    const opened = new Map<number, { file: number } | { folder: string }>();

    streams.open = (stream) => {
      open(stream);
      const path = pathOf(stream.node);
      const regular = (stream.node.mode & KIND) === REGULAR;
      if (stream.nfd !== undefined) {
        opened.set(stream.nfd, regular ? { file: log.numberOf(path) } : { folder: path });
      }
    };
    streams.write = (stream, bytes, offset, length, position) => {
      const written = write(stream, bytes, offset, length, position);
      const of = opened.get(stream.nfd ?? -1);
      if (of && 'file' in of) {
        const copy = Uint8Array.from(bytes.subarray(offset, offset + written));
        log.acts.push({ act: 'write', file: of.file, at: position, bytes: copy });
      }
      return written;
    };
    streams.setattr = (stream, attributes) => {
      setattr(stream, attributes);
      const of = opened.get(stream.nfd ?? -1);
      if (attributes.size !== undefined && of && 'file' in of) {
        log.acts.push({ act: 'resize', file: of.file, size: attributes.size });
      }
    };
    streams.fsync = (stream) => {
      const failed = fsync?.(stream) ?? 0;
      const of = opened.get(stream.nfd ?? -1);
      if (!failed && of) {
        log.acts.push('file' in of ? { act: 'sync', ...of } : { act: 'syncFolder', path: of.folder });
      }
      return failed;
    };
    nodes.setattr = (node, attributes) => {
      resize(node, attributes);
      if (attributes.size !== undefined) {
        log.acts.push({ act: 'resize', file: log.numberOf(pathOf(node)), size: attributes.size });
      }
    };
    nodes.mknod = (parent, name, mode, device) => {
      const node = mknod(parent, name, mode, device);
      if ((mode & KIND) === REGULAR) log.create(inside(parent, name));
      return node;
    };
    nodes.rename = (node, newParent, newName) => {
      const from = pathOf(node);
      rename(node, newParent, newName);
      log.rename(from, inside(newParent, newName));
    };
    nodes.unlink = (parent, name) => {
      unlink(parent, name);
      log.remove(inside(parent, name));
    };
    nodes.rmdir = (parent, name) => {
      rmdir(parent, name);
      log.remove(inside(parent, name));
    };
  }
}
