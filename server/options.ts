import { parseArgs } from 'node:util';
import { placeOf } from './places.ts';

export type Options = {
  demo: boolean;
  fresh: boolean;
  host: string;
  /** Null: the first free one from 4600 on. */
  port: number | null;
  folder: string;
  /** Set the clock to this instant at the start and let it run on from there. */
  startAt: Date | null;
  /** Another folder every copy of the books goes to as well. */
  copiesTo: string | null;
  /** Safe connections are served beside plain ones. */
  safe: boolean;
  /** The manager who is to be given a new PIN at the start. */
  newPin: string | null;
};

/** The command line could not be read. */
export class BadOption extends Error {}

/** Where the books lie unless another folder is named. */
export const usualFolder = (demo: boolean): string => placeOf(`data/${demo ? 'demo' : 'shop'}`);

/**
 * Reads the command line.
 *
 * @throws BadOption with a sentence for the terminal
 */
export function readOptions(args: string[]): Options {
  const values = parse(args);
  const demo = values.demo ?? false;
  const port = values.port === undefined ? null : Number(values.port);
  if (port !== null && !(Number.isInteger(port) && port >= 0 && port <= 65_535)) {
    throw new BadOption(`--port ${values.port} is not a port. Give a number from 1 to 65535.`);
  }
  const startAt = values.now === undefined ? null : new Date(values.now);
  if (startAt && Number.isNaN(startAt.getTime())) {
    throw new BadOption(`--now ${values.now} is not a time. Give one such as 2026-05-04T09:30:00Z.`);
  }
  if (values.fresh && !demo)
    throw new BadOption('--fresh is for the demo only: it makes the demo shop anew.');
  return {
    demo,
    fresh: values.fresh ?? false,
    host: values.host ?? (demo ? '127.0.0.1' : '0.0.0.0'),
    port,
    safe: !demo && !(values.plain ?? false),
    folder: values.data ?? usualFolder(demo),
    startAt,
    newPin: values['new-pin'] ?? null,
    copiesTo: values['copies-to'] ?? null,
  };
}

function parse(args: string[]) {
  try {
    return parseArgs({
      args,
      options: {
        demo: { type: 'boolean' },
        fresh: { type: 'boolean' },
        host: { type: 'string' },
        port: { type: 'string' },
        plain: { type: 'boolean' },
        data: { type: 'string' },
        now: { type: 'string' },
        'new-pin': { type: 'string' },
        'copies-to': { type: 'string' },
      },
    }).values;
  } catch (error) {
    throw new BadOption(
      `${(error as Error).message} Known: --data, --port, --host, --now, --new-pin, --copies-to, --plain, and for the demo --fresh.`,
    );
  }
}
