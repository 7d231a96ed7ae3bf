import { beforeAll, describe, expect, it } from 'vitest';
import { type Caller, serveShop } from '../testing/demoShop.ts';

const shop = serveShop();
let hester: Caller;
let bram: Caller;
beforeAll(async () => {
  hester = await shop.signIn('Hester Quill');
  bram = await shop.signIn('Bram Addy');
});

const PDF = Buffer.from('%PDF-1.4 a sheet');
const file = (type: string, name: string) => ({ headers: { 'Content-Type': type, 'X-File-Name': name } });
const count = async (sql: string) =>
  (await shop.books.rows<{ n: number }>(`SELECT count(*)::int AS n FROM ${sql}`))[0]?.n;

describe('what is sent as a file', () => {
  it('is kept once under its key, and not at all without one', async () => {
    const path = '/api/products/2/sheets';
    const sheets = () => count('product_sheet WHERE product_id = 2');
    const before = (await sheets()) ?? 0;
    const once = { ...file('application/pdf', 'foam.pdf'), key: 'sheet-key-1' };
    const first = await hester('post', path, PDF, once);
    expect(first.status, JSON.stringify(first.body)).toBe(201);
    expect((await hester('post', path, PDF, once)).body).toEqual(first.body);
    expect(await sheets()).toBe(before + 1);
    const other = await hester('post', path, Buffer.from('%PDF-1.4 another'), once);
    expect([other.status, other.body.code]).toEqual([422, 'key.reused']);
    const none = await hester('post', path, PDF, { ...file('application/pdf', 'foam.pdf'), key: null });
    expect(none.body.code).toBe('key.missing');
    expect(await sheets()).toBe(before + 1);
  });

  it('is read once, where it is a table to be imported', async () => {
    const text = 'Product,Kind,Size\nLime Kiln Foam,jug,5 l\n';
    const once = { ...file('text/csv', 'shelf.csv'), key: 'import-key-1' };
    const before = (await count('csv_import')) ?? 0;
    const first = await hester('post', '/api/imports/containers', text, once);
    expect(first.status, JSON.stringify(first.body)).toBe(202);
    expect((await hester('post', '/api/imports/containers', text, once)).body.id).toBe(first.body.id);
    expect(await count('csv_import')).toBe(before + 1);
  });
});

describe('a manager’s word', () => {
  it('is given once however often it is sent, and its PIN is nowhere in the books', async () => {
    const people = (await hester('get', '/api/people')).body as { id: number; name: string }[];
    const personId = people.find((p) => p.name === 'Hester Quill')?.id;
    const asked = { rule: 'waste', subject: '1', personId, pin: '1357', reason: 'I saw it' };
    const once = { key: 'word-key-1' };
    const first = await bram('post', '/api/overrides', asked, once);
    expect(first.status, JSON.stringify(first.body)).toBe(201);
    expect((await bram('post', '/api/overrides', asked, once)).body).toEqual(first.body);
    expect(await count('override')).toBe(1);
    expect((await bram('post', '/api/overrides', asked, { key: null })).body.code).toBe('key.missing');
    // A digest with a PIN in it would give the PIN away: the digests of two commands that differ in it are the same.
    const wrong = { ...asked, pin: '1358' };
    await bram('post', '/api/overrides', wrong, { key: 'word-key-2' });
    const right = await bram('post', '/api/overrides', asked, { key: 'word-key-2' });
    expect(right.status).toBe(201);
    const digests = await shop.books.rows<{ hash: string }>(
      `SELECT request_hash AS hash FROM answered WHERE key LIKE 'word-key-%'`,
    );
    expect(new Set(digests.map((d) => d.hash)).size).toBe(1);
  });
});
