import { createCanvas, loadImage } from '@napi-rs/canvas';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Batch } from '#contract/batches.ts';
import type { LabelPrinter } from '#contract/labels.ts';
import type { Slip } from '#contract/ledger.ts';
import type { Product } from '#contract/products.ts';
import { HAZARDS } from '#core/products/record.ts';
import { type Caller, serveShop } from '../testing/demoShop.ts';
import { pour } from '../testing/pours.ts';

const shop = serveShop();
let bram: Caller;
let hester: Caller;
let slip: Slip;

beforeAll(async () => {
  bram = await shop.signIn('Bram Addy');
  hester = await shop.signIn('Hester Quill');
  slip = (await bram('post', '/api/pours', pour({}))).body;
});

/** The words of each page, read back out of a PDF. */
async function wordsOf(pdf: Uint8Array): Promise<string[]> {
  const task = getDocument({ data: new Uint8Array(pdf), verbosity: 0 });
  const document = await task.promise;
  const pages: string[] = [];
  for (let i = 1; i <= document.numPages; i++) {
    const content = await (await document.getPage(i)).getTextContent();
    pages.push(content.items.map((item) => ('str' in item ? item.str : '')).join(' '));
  }
  await task.destroy();
  return pages;
}
const pdfAt = async (path: string): Promise<Uint8Array> => {
  const answer = await bram('get', path);
  expect([answer.status, answer.get('Content-Type')]).toEqual([200, 'application/pdf']);
  return answer.body as Uint8Array;
};

/** The share of a picture that is ink, and whether any of it touches the edge. */
async function inkOf(png: Buffer): Promise<{ share: number; edge: boolean; width: number; height: number }> {
  const image = await loadImage(png);
  const { width, height } = image;
  const context = createCanvas(width, height).getContext('2d');
  context.drawImage(image, 0, 0);
  const { data } = context.getImageData(0, 0, width, height);
  let dark = 0;
  let edge = false;
  for (let i = 0; i < width * height; i++) {
    if ((data[i * 4] ?? 255) > 128) continue;
    dark++;
    const [x, y] = [i % width, Math.floor(i / width)];
    if (x < 2 || y < 2 || x > width - 3 || y > height - 3) edge = true;
  }
  return { share: dark / (width * height), edge, width, height };
}

describe('a batch', () => {
  it('is found by number and by code, as it was mixed', async () => {
    for (const key of [String(slip.batchId), slip.batchCode, slip.batchCode.toLowerCase()]) {
      const batch = (await bram('get', `/api/batches/${key}`)).body as Batch;
      expect(batch).toMatchObject({
        code: slip.batchCode,
        productName: 'Lime Kiln Foam',
        personName: 'Bram Addy',
        productUl: 57_692,
        madeUl: 750_000,
        heldUl: 750_000,
        useBy: '2026-06-03',
        estimate: true,
        water: 'tap',
      });
    }
    expect((await bram('get', '/api/batches/B-99999')).status).toBe(404);
    expect((await bram('get', "/api/batches/1';--")).status).toBe(404);
  });
});

describe('a bottle label', () => {
  it('says everything a secondary container has to', async () => {
    const [words = '', ...more] = await wordsOf(await pdfAt(`/api/batches/${slip.batchId}/label.pdf`));
    expect(more).toEqual([]);
    for (const part of [
      'Lime Kiln Foam',
      '1:12, about 7.7 %',
      'For light soil',
      'Irritates eyes, slippery underfoot.',
      'Nitrile gloves.',
      'Bram Addy, 4 May 2026, 09:30',
      'Use by 3 Jun 2026',
      slip.batchCode,
      'Limepit Lane Detail Yard',
    ]) {
      expect(words).toContain(part);
    }
  });

  it('is a page a copy on a roll, eight to a page on A4', async () => {
    expect(
      await wordsOf(await pdfAt(`/api/batches/${slip.batchId}/label.pdf?size=small&copies=3`)),
    ).toHaveLength(3);
    const sheets = await wordsOf(await pdfAt(`/api/batches/${slip.batchId}/label.pdf?size=a4&copies=9`));
    expect(sheets.map((page) => page.split('Lime Kiln Foam').length - 1)).toEqual([8, 1]);
  });

  it('keeps every word on one page, however many there are', async () => {
    const [foam] = ((await hester('get', '/api/products')).body as Product[]).filter((p) => p.id === 2);
    if (!foam) throw new Error('no foam');
    const { id, revision, sheet: _, labelEntries, ...facts } = foam;
    const care = { gloves: true, eyes: true, air: true, acknowledge: false, signOff: false };
    const changed = await hester(
      'patch',
      `/api/products/${id}`,
      {
        ...facts,
        name: 'Limekilnfoamwithoutanyspaces and a long tail to its name',
        record: { ...facts.record, hazards: [...HAZARDS], care },
        labelEntries: labelEntries.map(({ id: __, fraction: ___, upToFraction: _top, ...e }) => e),
      },
      { ifMatch: revision },
    );
    expect(changed.status).toBe(200);
    for (const size of ['large', 'small']) {
      const pages = await wordsOf(await pdfAt(`/api/batches/${slip.batchId}/label.pdf?size=${size}`));
      expect(pages).toHaveLength(1);
      expect(pages[0]).toContain('slippery underfoot.');
      expect(pages[0]).toContain('Use by 3 Jun 2026');
      const png = (await bram('get', `/api/batches/${slip.batchId}/label.png?size=${size}`)).body as Buffer;
      expect((await inkOf(png)).edge).toBe(false);
    }
  });

  it('is a picture of its own size, with ink on it and none at its edge', async () => {
    const answer = await bram('get', `/api/batches/${slip.batchId}/label.png`);
    expect(answer.get('Content-Type')).toBe('image/png');
    const ink = await inkOf(answer.body as Buffer);
    expect([ink.width, ink.height]).toEqual([788, 489]);
    expect(ink.share).toBeGreaterThan(0.04);
    expect(ink.share).toBeLessThan(0.4);
    expect(ink.edge).toBe(false);
  });

  it.each(['size=poster', 'copies=0', 'copies=25', 'copies=1.5', 'size=a4&copies=x'])(
    '%s is refused',
    async (query) => {
      const answer = await bram('get', `/api/batches/${slip.batchId}/label.pdf?${query}`);
      expect([answer.status, answer.body.code]).toEqual([422, 'label.size']);
    },
  );
});

describe('a bucket label', () => {
  it.each([
    ['wash', 'WASH'],
    ['rinse', 'RINSE'],
    ['wheels', 'Never back to paint'],
  ])('%s says what it is for', async (role, words) => {
    const pages = await wordsOf(await pdfAt(`/api/labels/bucket.pdf?role=${role}`));
    expect(pages).toHaveLength(1);
    expect(pages[0]).toContain(words);
  });

  it('of no known role is not found', async () => {
    expect((await bram('get', '/api/labels/bucket.pdf?role=tea')).status).toBe(404);
  });
});

describe('the label printer', () => {
  it('keeps what it printed, as it was printed, once for a command sent twice', async () => {
    const send = () =>
      bram(
        'post',
        `/api/batches/${slip.batchId}/labels`,
        { size: 'small', copies: 2 },
        { key: 'print-once-only' },
      );
    const [first, again] = [await send(), await send()];
    expect([first.status, again.status, again.body.id]).toEqual([201, 201, first.body.id]);
    await bram('post', '/api/labels/buckets', { role: 'wheels', size: 'large', copies: 1 });
    const printer = (await bram('get', '/api/labels')).body as LabelPrinter;
    expect(printer.kind).toBe('simulated');
    expect(printer.printed.map((p) => [p.code, p.what, p.size, p.copies, p.personName])).toEqual([
      [null, 'wheels', 'large', 1, 'Bram Addy'],
      [slip.batchCode, expect.stringContaining('Limekiln'), 'small', 2, 'Bram Addy'],
    ]);
    expect(await wordsOf(await pdfAt(`/api/labels/${first.body.id}.pdf`))).toHaveLength(2);
    const png = await bram('get', `/api/labels/${first.body.id}.png`);
    expect((await inkOf(png.body as Buffer)).share).toBeGreaterThan(0.03);
  });

  it('that is not there says so, and what would work', async () => {
    const { noLabelPrinter } = await import('../devices/labelPrinter.ts');
    await expect(noLabelPrinter.print(shop.books, {} as never)).rejects.toMatchObject({
      refusal: { code: 'printer.none' },
      status: 409,
    });
  });
});

describe('the label of a container', () => {
  it('says it is concentrate, with lot, best-before and code, and never looks like a mix', async () => {
    const line = {
      productId: 2,
      kind: 'pail',
      sizeUl: 20_000_000,
      count: 3,
      placeId: 1,
      lot: 'LBL-7',
      priceMinor: null,
      bestBefore: '2027-11-30',
    };
    const body = { supplier: 'Kiln Bank Supplies', reference: '', lines: [line] };
    const { id, containers } = (await hester('post', '/api/deliveries', body)).body;
    const [{ id: containerId, code }] = containers;
    const [words] = await wordsOf(await pdfAt(`/api/containers/${containerId}/label.pdf`));
    for (const part of ['Concentrate', 'LBL-7', 'Best before 30 Nov 2027', code]) {
      expect(words).toContain(part);
    }
    expect(words).not.toContain('Use by');
    const all = await wordsOf(await pdfAt(`/api/deliveries/${id}/labels.pdf?size=small`));
    expect(all).toHaveLength(3);
    expect(new Set(all.map((page) => /P-\d+/.exec(page)?.[0])).size).toBe(3);
    expect(await wordsOf(await pdfAt(`/api/deliveries/${id}/labels.pdf?size=a4`))).toHaveLength(1);
    const printed = await bram('post', `/api/containers/${containerId}/labels`, { size: 'large', copies: 1 });
    expect(printed.status).toBe(201);
    expect((await bram('get', '/api/deliveries/99999/labels.pdf')).status).toBe(404);
  });
});
