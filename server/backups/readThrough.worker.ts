import { parentPort, workerData } from 'node:worker_threads';
import { faultsOf } from '../db/check.ts';
import { openDatabase } from '../db/engine.ts';
import { seal } from './seal.ts';

// Opens a copy of the books and reads it from end to end, off the thread that serves the shop.

const { directory, nowMs, thousandths } = workerData as {
  directory: string;
  nowMs: number;
  /** How much of it is done, for who waits. */
  thousandths: Int32Array;
};

async function faults(): Promise<string[]> {
  const db = await openDatabase(directory);
  try {
    return await faultsOf(db, (part) => Atomics.store(thousandths, 0, Math.floor(part * 1_000)));
  } finally {
    await db.close();
  }
}

const found = await faults().catch((error: Error) => [`It does not open: ${error.message}.`]);
if (found.length === 0) seal(directory, new Date(nowMs));
parentPort?.postMessage(found);
