import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import request, { type Response } from 'supertest';
import { afterAll, beforeAll } from 'vitest';
import { simulatedInstruments } from '../../demo/devices/instruments.ts';
import { simulatedLabelPrinter } from '../../demo/devices/simulatedLabelPrinter.ts';
import { SimulatedStation } from '../../demo/devices/simulatedStation.ts';
import { demoPins } from '../../demo/people.ts';
import { createApp } from '../app.ts';
import { Copying } from '../backups/copying.ts';
import { Books } from '../db/books.ts';
import type { openDatabase } from '../db/engine.ts';
import { readMigrations } from '../db/migrate.ts';
import { type Instruments, noInstruments } from '../devices/instrument.ts';
import { noLabelPrinter } from '../devices/labelPrinter.ts';
import { Documents } from '../documents/office.ts';
import { Live } from '../live/live.ts';
import { Works } from '../longWork/works.ts';
import { Idle } from '../sessions/idle.ts';
import { copyDemoBooks, MORNING } from './demoSnapshot.ts';

type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';
type Call = { key?: string | null; ifMatch?: number; headers?: Record<string, string> };

/** Someone signed in: calls go with their cookie, and a POST with a key of its own unless one is given. */
export type Caller = (method: Method, path: string, body?: unknown, call?: Call) => Promise<Response>;

/** A shop served to one file of tests: the demo's, or one not set up yet. The clock stands until it is moved. */
export class ServedShop {
  now = MORNING;
  /** How long this shop has been open, in milliseconds: stands until it is moved. */
  elapsedMs = 0;
  readonly setupCode = '246810';
  readonly secret = Buffer.alloc(32, 7);
  readonly documents = new Documents();
  readonly works = new Works(pino({ level: 'fatal' }));
  readonly damage: { what: string | null; remedy: string } = { what: null, remedy: '' };
  /** The copies that were to be restored. */
  readonly restoreCopy: string[] = [];
  /** What is free on the disk, in bytes. */
  free = (): number => 1e12;
  instruments: Instruments = noInstruments;
  books!: Books;
  app!: ReturnType<typeof createApp>;
  #keys = 0;

  #folder = '';

  /** A demo shop with nothing done in it yet; whoever opens it ends it. */
  static async fresh(): Promise<ServedShop> {
    const shop = new ServedShop();
    await shop.open(mkdtempSync(join(tmpdir(), 'kettle-shop-')), true);
    return shop;
  }

  async end(): Promise<void> {
    this.instruments.close();
    await this.documents.close();
    await this.works.stop();
    await this.books.close();
    rmSync(this.#folder, { recursive: true, force: true });
  }

  async open(folder: string, demo: boolean, database?: typeof openDatabase): Promise<void> {
    this.#folder = folder;
    if (demo && !existsSync(join(folder, 'books'))) await copyDemoBooks(folder);
    this.books = await Books.open(folder, this.now, readMigrations(), database);
    if (demo) this.instruments = await simulatedInstruments(this.books);
    const log = pino({ level: 'fatal' });
    this.app = createApp({
      books: this.books,
      folder,
      damage: this.damage,
      copying: new Copying({ books: this.books, folder, also: null, log, free: () => this.free() }),
      restoreCopy: (name) => this.restoreCopy.push(name),
      notRestored: null,
      free: () => this.free(),
      now: () => this.now,
      live: new Live(() => this.now),
      idle: new Idle(() => this.elapsedMs),
      secret: this.secret,
      log,
      setupCode: this.setupCode,
      demoPins: demo ? demoPins : new Map(),
      documents: this.documents,
      works: this.works,
      labelPrinter: demo ? simulatedLabelPrinter : noLabelPrinter,
      instruments: this.instruments,
      weatherStation: demo ? new SimulatedStation() : null,
      publicAddress: () => 'http://192.0.2.10:4600/',
      tls: null,
    });
  }

  readonly anyone: Caller = (method, path, body, call = {}) => this.#call([], method, path, body, call);

  /** Signs a member of the demo's staff in. */
  async signIn(name: string, pin = demoPins.get(name)): Promise<Caller> {
    const names = (await this.anyone('get', '/api/sessions/names')).body as { id: number; name: string }[];
    const personId = names.find((n) => n.name === name)?.id;
    const answer = await this.anyone('post', '/api/sessions', { personId, pin }, { key: null });
    if (answer.status !== 201) throw new Error(`${name} could not sign in: ${answer.text}`);
    const cookies = ([answer.get('Set-Cookie')].flat().filter(Boolean) as string[]).map(
      (c) => c.split(';')[0] as string,
    );
    return (method, path, body, call = {}) => this.#call(cookies, method, path, body, call);
  }

  async #call(cookies: string[], method: Method, path: string, body: unknown, call: Call): Promise<Response> {
    let sent = request(this.app)[method](path);
    if (cookies.length > 0) sent = sent.set('Cookie', cookies);
    if (method === 'post' && call.key !== null)
      sent = sent.set('Idempotency-Key', call.key ?? `test-key-${++this.#keys}`);
    if (call.ifMatch !== undefined) sent = sent.set('If-Match', String(call.ifMatch));
    if (call.headers) sent = sent.set(call.headers);
    return body === undefined ? sent : sent.send(body as object);
  }
}

/** One shop for all tests of a file. */
export function serveShop({ demo = true } = {}): ServedShop {
  const shop = new ServedShop();
  beforeAll(() => shop.open(mkdtempSync(join(tmpdir(), 'kettle-shop-')), demo));
  afterAll(() => shop.end());
  return shop;
}
