import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { get as getPlain } from 'node:http';
import { get as getSafe } from 'node:https';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ownNames, type Tls, tlsOf } from './authority.ts';
import { bothWays, type Listening } from './bothWays.ts';

const folder = mkdtempSync(join(tmpdir(), 'kettle-tls-'));
const NAMES = ['127.0.0.1', 'localhost'];
const NOW = new Date();
const DAY_MS = 86_400_000;
let tls: Tls;
let server: Listening;
let port = 0;
beforeAll(async () => {
  tls = await tlsOf(folder, NAMES, NOW);
  const app = express();
  app.get('/', (req, res) => void res.send(req.secure || 'encrypted' in req.socket ? 'safe' : 'plain'));
  server = bothWays(app, tls, 5_000);
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', () => done()));
  port = (server.address() as { port: number }).port;
});
afterAll(async () => {
  server.closeAllConnections();
  await new Promise((done) => server.close(done));
  rmSync(folder, { recursive: true, force: true });
});

const read = (
  ask: (got: (res: { on: (e: string, of: (chunk?: Buffer) => void) => void }) => void) => NodeJS.EventEmitter,
) =>
  new Promise<string>((done, failed) => {
    let text = '';
    ask((res) => {
      res.on('data', (chunk) => {
        text += chunk;
      });
      res.on('end', () => done(text));
    }).on('error', failed);
  });
const safely = (of: object, host = '127.0.0.1') =>
  read((got) => getSafe({ host, port, path: '/', agent: false, ...of }, got as never));

describe('a safe connection', () => {
  it('is trusted by whoever trusts the shop’s authority, under its address and its name, and by nobody else', async () => {
    expect(await safely({ ca: tls.authority })).toBe('safe');
    expect(await safely({ ca: tls.authority, servername: 'localhost' })).toBe('safe');
    await expect(safely({})).rejects.toThrow(/self.signed|unable to verify/i);
    await expect(safely({ ca: tls.authority, servername: 'elsewhere.example' })).rejects.toThrow(
      /altnames|does not match/i,
    );
  });

  it('shares its port with plain ones, and whoever says nothing or nonsense hinders neither', async () => {
    const silent = connect(port, '127.0.0.1');
    const nonsense = connect(port, '127.0.0.1');
    nonsense.write(Buffer.from([0x16, 1, 2, 3, 4, 5, 6, 7]));
    nonsense.on('error', () => undefined);
    expect(
      await read((got) => getPlain({ host: '127.0.0.1', port, path: '/', agent: false }, got as never)),
    ).toBe('plain');
    expect(await safely({ ca: tls.authority })).toBe('safe');
    silent.destroy();
    nonsense.destroy();
  });

  it('is the same after a restart; made anew for another name, near its end, or where it is damaged, by the same authority', async () => {
    const again = await tlsOf(folder, NAMES, NOW);
    expect(again).toEqual(tls);
    const other = await tlsOf(folder, [...NAMES, '192.0.2.7'], NOW);
    expect(other.cert).not.toBe(tls.cert);
    expect(other.authority).toBe(tls.authority);
    const later = await tlsOf(folder, NAMES, new Date(NOW.getTime() + 350 * DAY_MS));
    expect(later.cert).not.toBe(other.cert);
    expect(later.fingerprint).toBe(tls.fingerprint);
    writeFileSync(join(folder, 'tls', 'server.crt.pem'), 'nonsense');
    expect((await tlsOf(folder, NAMES, NOW)).authority).toBe(tls.authority);
    // Its own key is nobody else's to read.
    expect(statSync(join(folder, 'tls', 'authority.key.pem')).mode & 0o077).toBe(0);
    expect(readFileSync(join(folder, 'tls', 'authority.crt.pem'), 'utf8')).not.toContain('PRIVATE');
  });

  it('knows what this machine is called', () => {
    expect(ownNames()).toEqual(expect.arrayContaining(['127.0.0.1', 'localhost']));
  });
});
