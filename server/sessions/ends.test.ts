import type http from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Person } from '#contract/people.ts';
import { demoPins } from '../../demo/people.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { Idle } from './idle.ts';

const shop = serveShop();
let hester: Caller;
let server: http.Server;
let address: string;
beforeAll(async () => {
  hester = await shop.signIn('Hester Quill');
  server = shop.app.listen(0, '127.0.0.1');
  await new Promise((listening) => server.once('listening', listening));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => void server.close());

const MINUTES = 60_000;
const personOf = async (name: string) =>
  ((await hester('get', '/api/people')).body as Person[]).find((p) => p.name === name) as Person;

/** Signs in over the wire; says what cookie to send. */
async function cookieOf(name: string): Promise<string> {
  const { id } = await personOf(name);
  const answer = await fetch(`${address}/api/sessions`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ personId: id, pin: demoPins.get(name) }),
  });
  expect(answer.status).toBe(201);
  return answer.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');
}

/** Listens to a stream; `ended` is kept once the shop has ended it. */
async function listen(path: string, cookie: string): Promise<{ ended: Promise<void>; status: number }> {
  const answer = await fetch(`${address}${path}`, { headers: { cookie } });
  const reader = (answer.body as ReadableStream<Uint8Array>).getReader();
  const ended = (async () => {
    for (;;) if ((await reader.read()).done) return;
  })();
  return { ended, status: answer.status };
}
const stillOpen = async (ended: Promise<void>) =>
  (await Promise.race([ended.then(() => 'ended'), new Promise((d) => setTimeout(d, 150, 'open'))])) ===
  'open';
const send = (cookie: string, method: string, path: string, body?: object) =>
  fetch(`${address}${path}`, {
    method,
    headers: { cookie, 'Content-Type': 'application/json', 'Idempotency-Key': `ends-${Math.random()}` },
    ...(body && { body: JSON.stringify(body) }),
  });

describe('a session nobody uses', () => {
  it('is locked by the shop itself after the shop’s minutes, whatever its page goes on asking', async () => {
    const bram = await shop.signIn('Bram Addy');
    const status = async () => (await bram('get', '/api/containers')).status;
    for (let minute = 0; minute < 3; minute++) {
      expect(await status()).toBe(200);
      shop.elapsedMs += MINUTES;
    }
    expect((await bram('post', '/api/sessions/current/touches', {})).status).toBe(204);
    shop.elapsedMs += 3.5 * MINUTES;
    expect(await status()).toBe(200);
    shop.elapsedMs += MINUTES;
    expect((await bram('get', '/api/containers')).body.code).toBe('session.locked');
    // What it may show, it goes on showing; nothing it sends unlocks it.
    expect((await bram('get', '/api/clocks')).status).toBe(200);
    expect((await bram('post', '/api/sessions/current/touches', {})).status).toBe(401);
    expect((await bram('get', '/api/sessions/current')).body).toMatchObject({ locked: true });
  });

  it('is never locked where the shop has no limit', () => {
    let nowMs = 0;
    const idle = new Idle(() => nowMs);
    idle.used('a');
    nowMs = 1e9;
    expect([idle.isIdle('a', 0), idle.isIdle('a', 60)]).toEqual([false, true]);
    // One that was not heard of since a restart was there a moment ago.
    expect(idle.isIdle('b', 3)).toBe(false);
    nowMs += 3.9 * MINUTES;
    expect(idle.isIdle('b', 3)).toBe(false);
    nowMs += MINUTES;
    expect(idle.isIdle('b', 3)).toBe(true);
  });

  it('costs no more memory however many there were', () => {
    const idle = new Idle(() => 0);
    for (let i = 0; i < 5_000; i++) idle.used(`s${i}`);
    expect(idle.isIdle('s0', 3)).toBe(false);
  });
});

describe('a stream', () => {
  it('ends when who hears it signs out, and readings when the tablet is locked', async () => {
    const cookie = await cookieOf('Noor Pell');
    const [instrument] = (await hester('get', '/api/instruments')).body as { id: string }[];
    const live = await listen('/api/live', cookie);
    const readings = await listen(`/api/instruments/${instrument?.id}/readings`, cookie);
    expect([live.status, readings.status]).toEqual([200, 200]);
    await send(cookie, 'POST', '/api/sessions/current/locks', {});
    await readings.ended;
    expect(await stillOpen(live.ended)).toBe(true);
    await send(cookie, 'DELETE', '/api/sessions/current');
    await live.ended;
  });

  it('ends when somebody’s role changes or they leave, and nobody else’s does', async () => {
    const cookie = await cookieOf('Wilf Tarrant');
    const other = await cookieOf('Ines Corby');
    const [mine, theirs] = [await listen('/api/live', cookie), await listen('/api/live', other)];
    const wilf = await personOf('Wilf Tarrant');
    await hester('patch', `/api/people/${wilf.id}`, { role: 'lead' }, { ifMatch: wilf.revision });
    await mine.ended;
    expect(await stillOpen(theirs.ended)).toBe(true);
    const again = await cookieOf('Wilf Tarrant');
    const after = await listen('/api/live', again);
    const lead = await personOf('Wilf Tarrant');
    await hester('patch', `/api/people/${wilf.id}`, { retired: true }, { ifMatch: lead.revision });
    await after.ended;
    expect((await fetch(`${address}/api/live`, { headers: { cookie: again } })).status).toBe(401);
  });

  it('ends with the hours of its session', async () => {
    const cookie = await cookieOf('Odo Marsh');
    shop.now = new Date(shop.now.getTime() + 12 * 60 * MINUTES - 300);
    const { ended, status } = await listen('/api/live', cookie);
    expect(status).toBe(200);
    await ended;
  });
});

describe('a manager’s word', () => {
  it('is good only as long as who gave it is a manager with the same PIN', async () => {
    const bram = await shop.signIn('Bram Addy');
    const body = { name: 'Tamsin Lowe', role: 'manager', pin: '8642' };
    const manager = (await hester('post', '/api/people', body)).body as Person;
    const asked = { rule: 'waste', subject: '1', personId: manager.id, pin: '8642', reason: 'I saw it' };
    const word = async () => (await bram('post', '/api/overrides', asked)).body.token as string;
    const [first, second] = [await word(), await word()];
    const waste = async (token: string) =>
      (
        await bram(
          'post',
          '/api/containers/1/wastes',
          { ul: 600_000, reason: 'spilt', note: '' },
          { headers: { Override: token } },
        )
      ).status;
    expect(await waste(first)).toBe(201);
    await hester('patch', `/api/people/${manager.id}`, { pin: '9753' }, { ifMatch: manager.revision });
    expect(await waste(second)).toBe(403);
  });
});
