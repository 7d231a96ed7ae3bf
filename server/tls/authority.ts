import 'reflect-metadata';
import { createHash, webcrypto } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { BlockList, isIP } from 'node:net';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { AsnConvert } from '@peculiar/asn1-schema';
import { GeneralName, GeneralSubtree, GeneralSubtrees, NameConstraints } from '@peculiar/asn1-x509';
import * as x509 from '@peculiar/x509';

// A certificate authority of the shop's own: made at the first start, trusted by each of its devices once, and good for nothing
// but names and addresses of a network such as the shop's: whoever got hold of its key could not pass for anybody elsewhere.
// The key never leaves the folder of the books.

const KEY = { name: 'ECDSA', namedCurve: 'P-256' } as const;
const SIGNING = { name: 'ECDSA', hash: 'SHA-256' } as const;
const DAY_MS = 86_400_000;
/** Devices are to trust it once. */
const AUTHORITY_DAYS = 3_650;
/** No browser takes one that is good for longer. */
const SERVER_DAYS = 397;
/** So long before its end it is made anew. */
const RENEW_DAYS = 60;

/** Addresses that are no more than one network's own. Source: RFC 1918, 3927, 6598. */
const OWN_NETWORKS = [
  ['127.0.0.0', 8],
  ['10.0.0.0', 8],
  ['172.16.0.0', 12],
  ['192.168.0.0', 16],
  ['169.254.0.0', 16],
  ['100.64.0.0', 10],
] as const;
const NAME_CONSTRAINTS = '2.5.29.30';

const isOwnAddress = (() => {
  const own = new BlockList();
  for (const [net, bits] of OWN_NETWORKS) own.addSubnet(net, bits);
  return (address: string) => own.check(address);
})();

export type Tls = {
  readonly key: string;
  readonly cert: string;
  /** What a device is to trust, as it is handed out. */
  readonly authority: string;
  /** What tells this authority from any other, as a device shows it. */
  readonly fingerprint: string;
};

type Pair = { readonly key: CryptoKeyPair; readonly cert: x509.X509Certificate };

/** What this machine is called on its network: its addresses and its names. */
export function ownNames(): string[] {
  const addresses = Object.values(networkInterfaces())
    .flat()
    .flatMap((i) => (i && i.family === 'IPv4' ? [i.address] : []));
  const name = hostname().toLowerCase();
  return [...new Set(['127.0.0.1', 'localhost', ...addresses, name, `${name}.local`])].sort();
}

/**
 * The authority and a certificate of this machine: as they were made, or made now where there are none, it is called otherwise
 * by now, or they end soon.
 *
 * @param folder where the shop's books stand
 */
export async function tlsOf(folder: string, names: readonly string[], now: Date): Promise<Tls> {
  x509.cryptoProvider.set(webcrypto as never);
  const at = join(folder, 'tls');
  mkdirSync(at, { recursive: true, mode: 0o700 });
  const authority = (await kept(at, 'authority', now, [])) ?? (await makeAuthority(at, now));
  const own = vouchedFor(authority, names);
  const server =
    (await kept(at, 'server', now, own, authority.cert)) ?? (await makeServer(at, authority, own, now));
  return {
    key: await keyPem(server.key.privateKey),
    cert: server.cert.toString('pem'),
    authority: authority.cert.toString('pem'),
    fingerprint: fingerprintOf(authority.cert),
  };
}

const fingerprintOf = (cert: x509.X509Certificate): string =>
  (
    createHash('sha256').update(Buffer.from(cert.rawData)).digest('hex').toUpperCase().match(/../g) ?? []
  ).join(':');

/** A pair as it lies there; null where there is none that is good for these names, for a while yet, and of this authority. */
async function kept(
  at: string,
  name: string,
  now: Date,
  names: readonly string[],
  issuer?: x509.X509Certificate,
): Promise<Pair | null> {
  const [keyFile, certFile] = [join(at, `${name}.key.pem`), join(at, `${name}.crt.pem`)];
  if (!existsSync(keyFile) || !existsSync(certFile)) return null;
  try {
    const cert = new x509.X509Certificate(readFileSync(certFile, 'utf8'));
    if (cert.notAfter.getTime() < now.getTime() + RENEW_DAYS * DAY_MS || cert.notBefore > now) return null;
    if (issuer && !(await cert.verify({ publicKey: await issuer.publicKey.export(), date: now })))
      return null;
    const called =
      cert.getExtension(x509.SubjectAlternativeNameExtension)?.names.items.map((n) => n.value) ?? [];
    if (!names.every((n) => called.includes(n))) return null;
    const privateKey = await webcrypto.subtle.importKey(
      'pkcs8',
      x509.PemConverter.decodeFirst(readFileSync(keyFile, 'utf8')),
      KEY,
      true,
      ['sign'],
    );
    return { key: { privateKey, publicKey: await cert.publicKey.export() } as CryptoKeyPair, cert };
  } catch {
    return null;
  }
}

async function makeAuthority(at: string, now: Date): Promise<Pair> {
  const key = (await webcrypto.subtle.generateKey(KEY, true, ['sign', 'verify'])) as CryptoKeyPair;
  const cert = await x509.X509CertificateGenerator.createSelfSigned({
    name: `CN=Kettle Mix on ${hostname().replace(/[^\w.-]/g, '')}`,
    notBefore: new Date(now.getTime() - DAY_MS),
    notAfter: new Date(now.getTime() + AUTHORITY_DAYS * DAY_MS),
    keys: key,
    signingAlgorithm: SIGNING,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
      await x509.SubjectKeyIdentifierExtension.create(key.publicKey),
      new x509.Extension(NAME_CONSTRAINTS, true, AsnConvert.serialize(withinTheShop())),
    ],
  });
  return write(at, 'authority', { key, cert });
}

/** What the authority vouches for: addresses of a network's own, `.local`, and this machine by its name. */
function withinTheShop(): NameConstraints {
  const names = ['localhost', 'local', hostname().toLowerCase()]
    .filter((name) => /^[a-z0-9.-]+$/.test(name))
    .map((dNSName) => ({ dNSName }));
  const addresses = OWN_NETWORKS.map(([net, bits]) => ({ iPAddress: `${net}/${bits}` }));
  const permitted = [...names, ...addresses].map(
    (name) => new GeneralSubtree({ base: new GeneralName(name) }),
  );
  return new NameConstraints({ permittedSubtrees: new GeneralSubtrees(permitted) });
}

/** The names an authority vouches for; one made for another name of this machine leaves that out. */
function vouchedFor({ cert }: Pair, names: readonly string[]): string[] {
  const extension = cert.getExtension(NAME_CONSTRAINTS);
  if (!extension) return [...names];
  const { permittedSubtrees = [] } = AsnConvert.parse(extension.value, NameConstraints);
  const called = [...permittedSubtrees].flatMap(({ base }) => base.dNSName ?? []);
  return names.filter((name) =>
    isIP(name) ? isOwnAddress(name) : called.some((c) => name === c || name.endsWith(`.${c}`)),
  );
}

async function makeServer(at: string, authority: Pair, names: readonly string[], now: Date): Promise<Pair> {
  const key = (await webcrypto.subtle.generateKey(KEY, true, ['sign', 'verify'])) as CryptoKeyPair;
  const cert = await x509.X509CertificateGenerator.create({
    subject: 'CN=Kettle Mix',
    issuer: authority.cert.subject,
    notBefore: new Date(now.getTime() - DAY_MS),
    notAfter: new Date(now.getTime() + SERVER_DAYS * DAY_MS),
    publicKey: key.publicKey,
    signingKey: authority.key.privateKey,
    signingAlgorithm: SIGNING,
    extensions: [
      new x509.BasicConstraintsExtension(false, undefined, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
      new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
      new x509.SubjectAlternativeNameExtension(
        names.map((value) => ({ type: isIP(value) ? ('ip' as const) : ('dns' as const), value })),
      ),
      await x509.AuthorityKeyIdentifierExtension.create(authority.cert),
    ],
  });
  return write(at, 'server', { key, cert });
}

const keyPem = async (key: CryptoKey): Promise<string> =>
  x509.PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key as never), 'PRIVATE KEY');

async function write(at: string, name: string, pair: Pair): Promise<Pair> {
  writeFileSync(join(at, `${name}.key.pem`), await keyPem(pair.key.privateKey), { mode: 0o600 });
  writeFileSync(join(at, `${name}.crt.pem`), pair.cert.toString('pem'));
  return pair;
}
