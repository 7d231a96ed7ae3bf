import { beforeAll, describe, expect, it } from 'vitest';
import type { Vessel } from '#contract/equipment.ts';
import { IMPORT_COLUMNS, IMPORT_KINDS } from '#contract/imports.ts';
import type { Person } from '#contract/people.ts';
import type { RecipeRow } from '#contract/recipes.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { importIn, sendCsv as send } from '../testing/imports.ts';
import { missingColumns, rowReader } from './readRows.ts';
import type { ImportFacts } from './rows/facts.ts';
import { importFacts } from './runner.ts';

const shop = serveShop();
let hester: Caller;
let odo: Caller;
let known: ImportFacts;
beforeAll(async () => {
  [hester, odo] = [await shop.signIn('Hester Quill'), await shop.signIn('Odo Marsh')];
  known = await importFacts(shop.books);
});

const until = (id: number, ...states: string[]) => importIn(odo, id, ...states);

describe('files of what else a shop has in a sheet', () => {
  const through = async (kind: string, text: string) => {
    const sent = await send(hester, kind, text);
    expect(sent.status, sent.text).toBe(202);
    const ready = await until(sent.body.id, 'ready', 'refused');
    await hester('post', `/api/imports/${ready.id}/bookings`, {});
    await until(ready.id, 'done');
    return ready;
  };

  it('vessels come with what a vessel of their kind and size holds', async () => {
    const ready = await through(
      'vessels',
      'Vessel,Kind,Size,Kept for,Where\nMill cannon,Cannon bottle,1 L,,Bay 1\nMill bucket,bucket,20 L,wheels,\nmill BUCKET,bucket,20 L,,\nMill tub,tub,20,any,Moon',
    );
    expect(ready.bad.map((b) => [b.line, b.column])).toEqual([
      [4, 'Vessel'],
      [5, 'Kind'],
      [5, 'Where'],
      [5, 'Size'],
    ]);
    const vessels = (await odo('get', '/api/vessels')).body as Vessel[];
    expect(vessels.find((v) => v.name === 'Mill cannon')).toMatchObject({
      kind: 'cannonBottle',
      fillLimitUl: 900_000,
      placeName: 'Bay 1',
      dials: [{ name: 'closed' }, { name: 'half' }, { name: 'open' }],
    });
    expect(vessels.find((v) => v.name === 'Mill bucket')).toMatchObject({
      role: 'wheels',
      fillLimitUl: 18_000_000,
    });
  });

  it('people come without a PIN', async () => {
    const ready = await through(
      'people',
      'Name,Role\nWren Dale,Technician\nOdo Marsh,lead\nTill Marrow,king',
    );
    expect(ready.bad.map((b) => [b.line, b.column, b.code])).toEqual([
      [3, 'Name', 'row.taken'],
      [4, 'Role', 'row.notChoice'],
    ]);
    const people = (await odo('get', '/api/people')).body as Person[];
    expect(people.find((p) => p.name === 'Wren Dale')).toMatchObject({ role: 'technician', hasPin: false });
  });

  it('recipes become drafts; a level that can’t be mixed is left out with the reason and put right', async () => {
    const vessels = (await odo('get', '/api/vessels')).body as Vessel[];
    const bottle = vessels.find((v) => v.kind === 'triggerBottle')?.name;
    const ready = await through(
      'recipes',
      `Recipe,Product,Use,Vessel,Dust,Film,Grime,Heavy,Caked,Notes
Mill spray,Lime Kiln Foam,Pre-wash,"${bottle}",,1:40,1 to 30,5%,20 ml/l,By hand
Mill nothing,Lime Kiln Foam,foam,"${bottle}",,,,,,
Mill odd,Lime Kiln Foam,foam,"${bottle}",strong,,,,,`,
    );
    expect(ready.bad.map((b) => [b.line, b.column])).toEqual([
      [3, 'Film'],
      [4, 'Dust'],
    ]);
    const book = (await hester('get', '/api/recipes')).body as RecipeRow[];
    const made = book.find((r) => r.draft?.name === 'Mill spray');
    expect(made?.published).toBeNull();
    expect(made?.draft).toMatchObject({ use: 'preWash', notes: 'By hand', onPanel: false });
    expect(made?.draft?.cells.map((c) => (c.kind === 'mix' ? c.strength : null))).toEqual([
      null,
      { notation: 'parts', water: 40 },
      { notation: 'parts', water: 30 },
      { notation: 'percent', percent: 5 },
      expect.objectContaining({ notation: 'dose' }),
    ]);
    for (const kind of ['vessels', 'people', 'recipes'])
      expect((await send(odo, kind, 'Name,Role\na,lead')).status).toBe(403);
  });

  it('what nobody foresaw while it was read is left out with its reason, and the rest is booked', async () => {
    const text = (names: string[]) =>
      [
        'Recipe,Product,Use,Vessel,Grime',
        ...names.map((n) => `${n},Lime Kiln Foam,foam,Mill bucket,1:10`),
      ].join('\n');
    const sent = await send(hester, 'recipes', text(['Race one', 'Race two']));
    const { id } = await until(sent.body.id, 'ready');
    await through('recipes', text(['Race one']));
    await hester('post', `/api/imports/${id}/bookings`, {});
    const done = await until(id, 'done');
    expect(done).toMatchObject({ booked: 1, badRows: 1 });
    expect(done.bad[0]).toMatchObject({ line: 2, column: 'Recipe', code: 'name.taken' });
  });
});

describe('rows as they are read', () => {
  it('know their columns in any order and case, take back the mark against formulas, and name what lacks', () => {
    const read = rowReader('containers', known);
    const row = read(2, {
      WHERE: 'store',
      size: '5 l',
      kind: 'Jug',
      product: 'lime kiln foam',
      lot: "'=1+1",
    });
    expect(row).toMatchObject({
      body: { sizeUl: 5_000_000, levelUl: 5_000_000, lot: '=1+1', opened: false, priceMinor: null },
    });
    expect(missingColumns('containers', ['product', 'Kind'])).toEqual(['Size', 'Where']);
    for (const kind of IMPORT_KINDS) {
      const sample = Object.fromEntries(IMPORT_COLUMNS[kind].map((c) => [c.name, c.sample]));
      const fresh = kind === 'products' ? { ...sample, Product: 'Quite New' } : sample;
      expect(rowReader(kind, known)(2, fresh), kind).toHaveProperty('body');
    }
  });
});
