import 'reflect-metadata';
import { webcrypto, X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { get as getPlain } from 'node:http';
import { createServer as createSafe, get as getSafe } from 'node:https';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import * as x509 from '@peculiar/x509';
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
    const other = await tlsOf(folder, [...NAMES, '192.168.0.7'], NOW);
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

  it('vouches for no name or address beyond a network of its own, even where its key signed one', async () => {
    const at = (file: string) => readFileSync(join(folder, 'tls', file), 'utf8');
    const authority = new x509.X509Certificate(at('authority.crt.pem'));
    const algorithm = { name: 'ECDSA', namedCurve: 'P-256' };
    const signingKey = await webcrypto.subtle.importKey(
      'pkcs8',
      x509.PemConverter.decodeFirst(at('authority.key.pem')),
      algorithm,
      true,
      ['sign'],
    );
    const keys = (await webcrypto.subtle.generateKey(algorithm, true, ['sign', 'verify'])) as CryptoKeyPair;
    const forged = await x509.X509CertificateGenerator.create({
      subject: 'CN=elsewhere.example',
      issuer: authority.subject,
      notBefore: new Date(NOW.getTime() - DAY_MS),
      notAfter: new Date(NOW.getTime() + DAY_MS),
      publicKey: keys.publicKey,
      signingKey,
      signingAlgorithm: { name: 'ECDSA', hash: 'SHA-256' },
      extensions: [new x509.SubjectAlternativeNameExtension([{ type: 'dns', value: 'elsewhere.example' }])],
    });
    const key = x509.PemConverter.encode(
      await webcrypto.subtle.exportKey('pkcs8', keys.privateKey),
      'PRIVATE KEY',
    );
    const forger = createSafe({ key, cert: `${forged.toString('pem')}\n${tls.authority}` }, (_, res) =>
      res.end('forged'),
    );
    await new Promise<void>((done) => forger.listen(0, '127.0.0.1', () => done()));
    const { port: forgersPort } = forger.address() as { port: number };
    await expect(
      safely({ ca: tls.authority, servername: 'elsewhere.example', port: forgersPort }),
    ).rejects.toThrow(/permitted|constraint/i);
    forger.close();
    // An address of the wide world is left out of the shop's own, which stays good for the others.
    const other = mkdtempSync(join(tmpdir(), 'kettle-tls-'));
    const { cert } = await tlsOf(other, ['127.0.0.1', '192.0.2.7', 'elsewhere.example', 'shop.local'], NOW);
    expect(new X509Certificate(cert).subjectAltName).toBe('IP Address:127.0.0.1, DNS:shop.local');
    rmSync(other, { recursive: true });
  });

  it('knows what this machine is called', () => {
    expect(ownNames()).toEqual(expect.arrayContaining(['127.0.0.1', 'localhost']));
  });
});
