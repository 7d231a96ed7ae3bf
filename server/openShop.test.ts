import { readdirSync, rmSync, truncateSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { pino } from 'pino';
import { expect, it, onTestFinished } from 'vitest';
import type { Clock } from '#contract/clocks.ts';
import type { Backups } from '#contract/shop.ts';
import { demoPins } from '../demo/people.ts';
import { openShop } from './openShop.ts';
import { readOptions } from './options.ts';
import { SteadyTime } from './steadyTime.ts';
import { copyDemoBooks } from './testing/demoSnapshot.ts';
import { freshFolder } from './testing/freshBooks.ts';
import { pour } from './testing/pours.ts';

const AT = ['--now', '2026-05-04T08:30:00Z'];

async function opened(...more: string[]) {
  const folder = freshFolder();
  await copyDemoBooks(folder);
  const options = readOptions(['--demo', '--data', folder, '--port', '0', ...more]);
  const faults: string[] = [];
  const log = pino({ level: 'error' }, { write: (line) => faults.push(line) });
  const shop = await openShop(options, new SteadyTime(new Date('2026-05-04T08:30:00Z')), log);
  onTestFinished(() => shop.stop());
  const address = shop.address.replace(/\/$/, '');
  let cookie = '';
  let keys = 0;
  const ask = async (method: string, path: string, body?: unknown) => {
    const answer = await fetch(`${address}/api${path}`, {
      method,
      headers: {
        Origin: address,
        'Idempotency-Key': `restore-key-${++keys}`,
        Cookie: cookie,
        ...(body !== undefined && { 'Content-Type': 'application/json' }),
      },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    });
    const set = answer.headers.getSetCookie().map((each) => each.split(';')[0]);
    if (set.length > 0) cookie = set.join('; ');
    return { status: answer.status, body: await answer.json().catch(() => null) };
  };
  const signIn = async (name: string) => {
    const names = (await ask('GET', '/sessions/names')).body as { id: number; name: string }[];
    const person = names.find((n) => n.name === name);
    const pin = demoPins.get(name);
    expect((await ask('POST', '/sessions', { personId: person?.id, pin })).status).toBeLessThan(300);
  };
  const copies = async (): Promise<Backups> => (await ask('GET', '/backups')).body;
  const copied = async () => {
    await ask('POST', '/backups', {});
    await expect.poll(async () => (await copies()).making, { timeout: 120_000 }).toBeNull();
    return (await copies()).copies[0]?.name as string;
  };
  const restoreCopy = async (name: string) => {
    const pin = demoPins.get('Hester Quill');
    expect((await ask('POST', `/backups/${name}/restorations`, { pin })).status).toBe(202);
  };
  return { folder, address, faults, ask, signIn, copies, copied, restoreCopy };
}

it('restores a copy at the same address: what was booked since is kept beside it, and nobody is signed in', async () => {
  const { folder, ask, signIn, copied, restoreCopy } = await opened(...AT);
  await signIn('Hester Quill');
  const name = await copied();
  const poured = await ask('POST', '/pours', pour({}));
  expect(poured.status).toBe(201);
  await restoreCopy(name);
  await expect
    .poll(
      async () =>
        ask('GET', '/backups').then(
          ({ status }) => status,
          () => 0,
        ),
      { timeout: 120_000 },
    )
    .toBe(401);
  await signIn('Hester Quill');
  expect((await ask('GET', `/batches/${poured.body.batchId}`)).status).toBe(404);
  expect(readdirSync(join(folder, 'backups')).some((one) => one.startsWith('before-restore-'))).toBe(true);
  // A bottle in the bay may still bear the number of what the books forgot: no other is given it.
  const next = await ask('POST', '/pours', pour({}));
  expect(next.status).toBe(201);
  expect(next.body.batchId).toBeGreaterThan(poured.body.batchId);
});

it('opens with the books that were there where the copy is not good, and says so to who asked', async () => {
  const { folder, ask, signIn, copies, copied, restoreCopy } = await opened(...AT);
  await signIn('Hester Quill');
  const name = await copied();
  const poured = await ask('POST', '/pours', pour({}));
  const base = join(folder, 'backups', name, 'base', '5');
  const largest = readdirSync(base).at(-1) as string;
  truncateSync(join(base, largest), 100);
  await restoreCopy(name);
  const why = async () => (await copies().catch(() => null))?.notRestored?.why ?? '';
  await expect.poll(why, { timeout: 120_000 }).toMatch(/not as it was when it was made/);
  expect((await ask('GET', `/batches/${poured.body.batchId}`)).status).toBe(200);
  rmSync(join(folder, 'backups', name), { recursive: true });
  expect((await copies()).copies).toEqual([]);
});

it('goes on trying to open where something took its address meanwhile', async () => {
  const { ask, signIn, copied, restoreCopy, address, faults } = await opened(...AT);
  await signIn('Hester Quill');
  const name = await copied();
  const port = Number(new URL(address).port);
  await restoreCopy(name);
  const other = createServer();
  const took = () =>
    new Promise<boolean>((done) => {
      other.once('error', () => done(false)).listen(port, '127.0.0.1', () => done(true));
    });
  await expect.poll(took, { timeout: 120_000, interval: 1 }).toBe(true);
  await expect.poll(() => faults.length, { timeout: 120_000 }).toBeGreaterThan(0);
  await new Promise((done) => other.close(done));
  const status = () =>
    ask('GET', '/shop').then(
      (answer) => answer.status,
      () => 0,
    );
  await expect.poll(status, { timeout: 120_000 }).toBe(200);
});

it('the demo finds two vehicles soaking where it opens at its own hour, and none where it is told the time', async () => {
  const [own, told] = [await opened(), await opened(...AT)];
  const clocks = async ({ signIn, ask }: typeof own) => {
    await signIn('Bram Addy');
    return (await ask('GET', '/clocks')).body as Clock[];
  };
  const running = await clocks(own);
  expect(running.map((c) => [c.placeName, c.layers[0]?.name, c.endedAt])).toEqual([
    ['Bay 1', expect.stringContaining('Snow foam'), null],
    ['Bay 2', expect.stringContaining('Lower sides'), null],
  ]);
  expect(running.every((c) => Date.parse(c.startedAt) < Date.parse('2026-05-04T08:30:00Z'))).toBe(true);
  expect(await clocks(told)).toEqual([]);
});
