import { spawnSync } from 'node:child_process';
import { type APIRequestContext, request } from '@playwright/test';
import { demoPins } from '../demo/people.ts';
import { expect, killable } from './shop.ts';
import { signIn } from './steps.ts';

async function signedIn(address: string, name: string): Promise<APIRequestContext> {
  const api = await request.newContext({ baseURL: address });
  const names = (await (await api.get('/api/sessions/names')).json()) as { id: number; name: string }[];
  const personId = names.find((n) => n.name === name)?.id;
  const answer = await api.post('/api/sessions', { data: { personId, pin: demoPins.get(name) } });
  expect(answer.status()).toBe(201);
  return api;
}

const pour = {
  productId: 2,
  vesselId: 1,
  containerId: 1,
  strength: { notation: 'parts', water: 12 },
  totalUl: 130_000,
  start: { kind: 'empty' },
  how: 'fill',
  measured: [],
  shown: { pourOffUl: 0, waterUl: 120_000, productUl: 10_000 },
};

killable(
  'killed in the middle of a hundred pours, every acknowledged one is there, and none twice',
  async ({ shop }) => {
    const before = await signedIn(shop.address, 'Bram Addy');
    const held = async (api: APIRequestContext) =>
      (await (await api.get('/api/containers/1')).json()).heldUl as number;
    const start = await held(before);
    const acknowledged = new Set<string>();
    const keys = Array.from({ length: 100 }, (_, i) => `pour-number-${i}`);
    const send = (api: APIRequestContext, key: string) =>
      api.post('/api/pours', { data: pour, headers: { 'Idempotency-Key': key } });

    const pouring = (async () => {
      for (const key of keys) {
        const answer = await send(before, key).catch(() => null);
        if (answer?.status() !== 201) return;
        acknowledged.add(key);
        if (acknowledged.size === 40) void shop.end('SIGKILL');
      }
    })();
    await pouring;
    expect(acknowledged.size).toBeGreaterThanOrEqual(40);
    expect(acknowledged.size).toBeLessThan(100);
    await shop.end('SIGKILL');
    await shop.start();

    const after = await signedIn(shop.address, 'Bram Addy');
    const poured = (start - (await held(after))) / 10_000;
    expect([acknowledged.size, acknowledged.size + 1]).toContain(poured);
    for (const key of keys) expect((await send(after, key)).status()).toBe(201);
    expect(start - (await held(after))).toBe(100 * 10_000);
  },
);

killable(
  'a second program on the same books is refused with a sentence that names the first',
  async ({ shop }) => {
    const args = ['dist/program/main.js', '--demo', '--data', shop.folder, '--port', '0'];
    const second = spawnSync('node', args, { encoding: 'utf8', timeout: 300_000 });
    expect(second.status).toBe(1);
    expect(second.stderr).toMatch(/already open in process \d+ .*at http:\/\/127\.0\.0\.1:\d+/);
  },
);

killable(
  'a manager restores a copy from the Shop page, and what was poured since is not in the books',
  async ({ shop, page, joins }) => {
    const other = await joins('Bram Addy');
    await page.goto(shop.address);
    await signIn(page, 'Hester Quill');
    await page.goto('/shop');
    await page.getByRole('button', { name: 'Back up now' }).click();
    await expect(page.getByRole('button', { name: 'Back up now' })).toBeEnabled();
    const poured = await page.request.post('/api/pours', {
      data: pour,
      headers: { 'Idempotency-Key': 'poured-since-1' },
    });
    const { batchId } = await poured.json();

    await page
      .getByRole('button', { name: /^Restore/ })
      .first()
      .click();
    const dialog = page.getByRole('dialog', { name: 'Restore this backup' });
    const pin = dialog.getByLabel('Your PIN');
    await dialog.getByRole('button', { name: 'Restore it' }).click();
    await expect(dialog.getByText(/PIN is/)).toBeVisible();
    await pin.fill('0000');
    await dialog.getByRole('button', { name: 'Restore it' }).click();
    await expect(dialog.getByText('PIN is not the right one.')).toHaveCount(1);
    await pin.fill(demoPins.get('Hester Quill') ?? '');
    await dialog.getByRole('button', { name: 'Restore it' }).click();
    await expect(page.getByRole('button', { name: /Bram Addy/ })).toBeVisible();
    // Nobody goes on over books that are no longer there.
    await expect(other.getByRole('button', { name: /Bram Addy/ })).toBeVisible();

    await signIn(page, 'Hester Quill');
    expect((await page.request.get(`/api/batches/${batchId}`)).status()).toBe(404);
    await page.goto('/shop');
    await expect(page.getByRole('button', { name: /^Restore/ }).first()).toBeVisible();
  },
);
