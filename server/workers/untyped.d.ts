// The adapter's own types stand beside a .js file of another name.
declare module 'comlink/dist/esm/node-adapter.mjs' {
  import type { MessagePort, Worker } from 'node:worker_threads';
  import type { Endpoint } from 'comlink';

  export default function nodeEndpoint(port: MessagePort | Worker): Endpoint;
}

declare module 'wawoff2' {
  export function decompress(packed: Uint8Array): Promise<Uint8Array>;
}
