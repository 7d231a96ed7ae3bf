import { parentPort, workerData } from 'node:worker_threads';
import { PGlite } from '@electric-sql/pglite';
import { writeShop } from './wholeShop.ts';

// Writes a copy of the books as JSON, off the thread that serves the shop.

const { directory, file, madeAtMs } = workerData as { directory: string; file: string; madeAtMs: number };
const db = await PGlite.create({ dataDir: directory });
await writeShop(db, file, new Date(madeAtMs));
await db.close();
parentPort?.postMessage('written');
