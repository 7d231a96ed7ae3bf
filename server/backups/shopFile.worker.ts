import { parentPort, workerData } from 'node:worker_threads';
import { openDatabase } from '../db/engine.ts';
import { type Passphrase, writeShop } from './wholeShop.ts';

// Writes a copy of the books as JSON, off the thread that serves the shop.

const { directory, file, madeAtMs, under } = workerData as {
  directory: string;
  file: string;
  madeAtMs: number;
  under: Passphrase | null;
};
const db = await openDatabase(directory);
await writeShop(db, file, new Date(madeAtMs), under);
await db.close();
parentPort?.postMessage('written');
