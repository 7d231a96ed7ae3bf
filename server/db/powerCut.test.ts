import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ServedShop } from '../testing/demoShop.ts';
import { copyDemoBooks } from '../testing/demoSnapshot.ts';
import { pour } from '../testing/pours.ts';
import { leaveBehind } from '../testing/powerCut/leftBehind.ts';
import { DiskLog, RecordedFiles } from '../testing/powerCut/recordedFiles.ts';
import { faultsOf } from './check.ts';
import { openDatabase } from './engine.ts';

// Somebody pulls the plug, at any moment: what was acknowledged is there.

/** How many moments are tried; thousands by `npm run crash`. */
const MOMENTS = Number(process.env.CRASH_MOMENTS ?? 10);
const SEED = Number(process.env.CRASH_SEED ?? 20_260_504);

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'kettle-plug-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** The same numbers from 0 to 1 for the same seed. */
function chances(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** A morning's pours, taken back and rinsed now and then, a checkpoint among them, recorded below the database. */
async function morning(name: string, open: (directory: string, log: DiskLog) => Promise<PGlite>) {
  const at = join(folder, name);
  const first = join(at, 'first');
  await copyDemoBooks(at);
  cpSync(join(at, 'books'), first, { recursive: true });
  const log = new DiskLog();
  const shop = new ServedShop();
  let db: PGlite | undefined;
  await shop.open(at, true, async (directory) => {
    db = await open(directory, log);
    return db;
  });
  const begun = log.acts.length;
  const bram = await shop.signIn('Bram Addy');
  for (let n = 0; n < 12; n++) {
    const key = `plug-pour-${n}`;
    const poured = await bram('post', '/api/pours', pour({}), { key });
    expect(poured.status, JSON.stringify(poured.body)).toBe(201);
    const { movementId } = poured.body;
    log.acts.push({ act: 'answered', key, movementId });
    if (n % 3 === 1) {
      const back = await bram(
        'post',
        `/api/movements/${movementId}/reversals`,
        {},
        { key: `plug-back-${n}` },
      );
      expect(back.status).toBe(201);
    } else await bram('post', '/api/vessels/1/rinses', {}, { key: `plug-rinse-${n}` });
    if (n === 7) await db?.exec('RESET ROLE; CHECKPOINT; SET ROLE kettle_app');
  }
  return { first, log, begun, shop };
}

/** What a person would find wrong after the plug was pulled at a moment; nothing where all is well. */
async function lostAt(first: string, log: DiskLog, moment: number, chance: () => number): Promise<string[]> {
  const left = join(folder, 'left');
  leaveBehind(first, log, moment, chance, left);
  let db: PGlite;
  try {
    db = await openDatabase(left);
  } catch (error) {
    return [`it does not open: ${(error as Error).message}`];
  }
  try {
    const wrong = await faultsOf(db);
    const { rows } = await db.query<{ key: string; id: number }>(
      `SELECT a.key, m.id::int AS id FROM answered a JOIN movement m ON m.id = (a.body->>'movementId')::bigint
       WHERE a.key LIKE 'plug-pour-%'`,
    );
    for (const act of log.acts.slice(0, moment)) {
      if (act.act !== 'answered') continue;
      const there = rows.filter((r) => r.key === act.key && r.id === act.movementId).length;
      if (there !== 1) wrong.push(`${act.key} was acknowledged, and is there ${there} times`);
    }
    return wrong;
  } finally {
    await db.close();
  }
}

/** Half of the moments are the worst there is: right after somebody was told that it is booked. */
function moments(log: DiskLog, begun: number, chance: () => number, n: number): number[] {
  const told = log.acts.flatMap((act, i) => (act.act === 'answered' ? [i + 1] : []));
  return Array.from({ length: n }, (_, i) =>
    i % 2 === 0
      ? begun + Math.floor(chance() * (log.acts.length - begun))
      : (told[Math.floor(chance() * told.length)] as number),
  );
}

describe('books whose plug was pulled', () => {
  it('hold all that was acknowledged, once, and add up, whatever the disk had kept back', async () => {
    const { first, log, begun, shop } = await morning('synced', (directory, recorded) =>
      openDatabase(directory, new RecordedFiles(directory, recorded)),
    );
    expect(log.acts.filter(({ act }) => act === 'sync').length).toBeGreaterThan(24);
    const chance = chances(SEED);
    const lost: string[] = [];
    let tried = 0;
    for (const moment of moments(log, begun, chance, MOMENTS)) {
      if (++tried % 250 === 0) console.log(`${tried} power cuts, ${lost.length} of them lost something`);
      for (const wrong of await lostAt(first, log, moment, chance)) lost.push(`at ${moment}: ${wrong}`);
    }
    await shop.end();
    expect(lost).toEqual([]);
  });

  it('would not, if the engine were left as it comes', async () => {
    const { first, log, begun, shop } = await morning('unsynced', (directory, recorded) =>
      PGlite.create({ fs: new RecordedFiles(directory, recorded) }),
    );
    const chance = chances(SEED);
    const lost: string[] = [];
    for (const moment of moments(log, begun, chance, 8)) {
      lost.push(...(await lostAt(first, log, moment, chance)));
      if (lost.length > 0) break;
    }
    await shop.end();
    expect(lost.join('\n')).toMatch(/was acknowledged, and is there 0 times|does not open/);
  });
});
