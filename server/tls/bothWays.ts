import { createServer as createPlain, type RequestListener, type Server } from 'node:http';
import { createServer as createSafe } from 'node:https';
import { createServer, type Socket } from 'node:net';
import type { Tls } from './authority.ts';

/** What a safe connection begins with. */
const HANDSHAKE = 0x16;
/** Whoever connects and says nothing is let go of after so long. */
const SILENT_MS = 20_000;

/** What listens on one port. */
export type Listening = {
  listen: Server['listen'];
  once: Server['once'];
  off: Server['off'];
  address: Server['address'];
  closeAllConnections: () => void;
  close: (done: (error?: Error) => void) => void;
};

/**
 * Serves plain and safe connections on one port: what a device begins with tells which it is. So an address stays the same
 * whether a device trusts the shop yet or not.
 *
 * @param keepAliveMs how long a connection is kept open for the next request
 */
export function bothWays(app: RequestListener, tls: Tls | null, keepAliveMs: number): Listening {
  const plain = createPlain(app);
  plain.keepAliveTimeout = keepAliveMs;
  if (!tls) return plain as unknown as Listening;
  const safe = createSafe({ key: tls.key, cert: `${tls.cert}\n${tls.authority}` }, app);
  safe.keepAliveTimeout = keepAliveMs;
  const sockets = new Set<Socket>();
  const front = createServer((socket) => {
    sockets.add(socket);
    socket.once('close', () => sockets.delete(socket));
    socket.on('error', () => socket.destroy());
    socket.setTimeout(SILENT_MS, () => socket.destroy());
    socket.once('data', (first: Buffer) => {
      socket.setTimeout(0);
      socket.pause();
      socket.unshift(first);
      if (first[0] === HANDSHAKE) {
        // It reads what was read already by itself.
        safe.emit('connection', socket);
        return;
      }
      plain.emit('connection', socket);
      process.nextTick(() => socket.resume());
    });
  });
  return Object.assign(front, {
    closeAllConnections: () => {
      plain.closeAllConnections();
      safe.closeAllConnections();
      for (const socket of sockets) socket.destroy();
    },
  }) as unknown as Listening;
}
