import { join } from 'node:path';
import { expect, it } from 'vitest';
import { ServedShop } from '../testing/demoShop.ts';
import { freshFolder } from '../testing/freshBooks.ts';
import { FullDisk } from '../testing/fullDisk.ts';
import { pour } from '../testing/pours.ts';
import { faultsOf } from './check.ts';
import { openDatabase } from './engine.ts';

it('a disk that fills under pours refuses them in words, reading goes on, and nothing acknowledged is lost', async () => {
  const disk = new FullDisk();
  const shop = new ServedShop();
  const folder = freshFolder();
  await shop.open(folder, true, disk.open);
  const bram = await shop.signIn('Bram Addy');
  const booked: number[] = [];
  const pourOnce = async () => {
    const answer = await bram('post', '/api/pours', pour({}));
    if (answer.status === 201) booked.push(answer.body.batchId);
    return answer;
  };
  await pourOnce();
  disk.full = true;
  let refused = await pourOnce();
  for (let n = 0; n < 400 && refused.status === 201; n++) {
    refused = await pourOnce();
    // What was poured is taken back, so that there is always enough of it.
    if (refused.status === 201) await bram('post', `/api/movements/${refused.body.movementId}/reversals`, {});
  }
  expect([refused.status, refused.body.code]).toEqual([503, 'disk.full']);
  expect(disk.refused).toBeGreaterThan(0);
  expect((await bram('get', '/api/containers')).status).toBe(200);
  disk.full = false;
  expect((await pourOnce()).status).toBe(201);
  for (const id of booked) expect((await bram('get', `/api/batches/${id}`)).status).toBe(200);
  await shop.books.copyTo(join(folder, 'copy'));
  const db = await openDatabase(join(folder, 'copy'));
  expect(await faultsOf(db)).toEqual([]);
  await db.close();
  await shop.end();
});
