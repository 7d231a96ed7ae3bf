import type { Page } from '@playwright/test';
import { es } from '../contract/words/es.ts';
import { expect, test } from './shop.ts';
import { choose, openAs, staysHere } from './steps.ts';

const wordsOf = (text: string): string[] => text.toLowerCase().match(/\p{L}{3,}/gu) ?? [];

/** Words that are English on these screens, and nothing in Spanish. */
// May is a month in both, as it is written short; ago is August.
const SPANISH = new Set(['may', 'ago', ...Object.values(es.screens).flatMap(wordsOf)]);
const ENGLISH = new Set(
  Object.keys(es.screens)
    .flatMap(wordsOf)
    .filter((word) => !SPANISH.has(word)),
);

/** What people have written and the server has sent: it stays in the language they wrote it in. */
function data(page: Page): Set<string> {
  const sent = new Set<string>();
  const take = (value: unknown): void => {
    // A name begins with a capital or has a space in it; a kind is one small word, and is to be said in Spanish.
    if (typeof value === 'string' && /^\p{Lu}| /u.test(value)) sent.add(value);
    else if (value && typeof value === 'object')
      for (const [key, inside] of Object.entries(value)) {
        if (key === 'name' && typeof inside === 'string') sent.add(inside);
        take(inside);
      }
  };
  page.on('response', async (response) => {
    if (!response.url().includes('/api/') || !response.headers()['content-type']?.includes('json')) return;
    take(await response.json().catch(() => null));
  });
  return sent;
}

/** A piece of the screen without what people have written, as whole words. */
const own = (piece: string, longestFirst: readonly string[]): string =>
  longestFirst.reduce((rest, text) => {
    const at = rest.indexOf(text);
    if (at < 0) return rest;
    const [before, after] = [rest.slice(0, at), rest.slice(at + text.length)];
    return /\p{L}$/u.test(before) || /^\p{L}/u.test(after) ? rest : `${before} ${after}`;
  }, piece.toLowerCase());

/** What stands on the screen or is read aloud, piece by piece. */
const shown = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = [];
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT | NodeFilter.SHOW_ELEMENT);
    for (let node = walk.nextNode(); node; node = walk.nextNode()) {
      if (node instanceof Text) {
        const inside = node.parentElement;
        if (inside && !inside.closest('script, style, kbd, code, pre') && node.data.trim())
          found.push(node.data.trim());
      } else if (node instanceof Element)
        for (const name of ['aria-label', 'placeholder', 'title', 'alt'])
          if (node.getAttribute(name)) found.push(node.getAttribute(name) ?? '');
    }
    return found;
  });

const SCREENS = [
  '/yard',
  '/bench',
  '/recipes',
  '/recipes/1',
  '/stock',
  '/stock/movements',
  '/stock/products/2',
  '/c/P-1',
  '/rigs',
  '/crew',
  '/shop',
  '/clocks/new',
  '/clocks/new?recipe=1&soil=3',
  '/stock/trail',
  '/run',
  '/rigs/vessels/4',
  '/opening/products',
  '/stock/receive',
  '/plan?job=7',
  '/plan/day',
];

test('twenty screens and a pour are read in Spanish by whoever chose it, with nothing left in English', async ({
  page,
}) => {
  const sent = data(page);
  await openAs(page, 'Hester Quill');
  await page.getByRole('button', { name: /Hester/ }).click();
  await page.getByRole('menuitemradio', { name: 'Español' }).click();
  await expect(page.getByRole('navigation', { name: 'Lugares' })).toBeVisible();
  const left: string[] = [];
  const read = async (where: string) => {
    await page.waitForLoadState('networkidle');
    const longestFirst = [...sent].map((text) => text.toLowerCase()).sort((a, b) => b.length - a.length);
    for (const piece of await shown(page)) {
      const words = wordsOf(own(piece, longestFirst)).filter((word) => ENGLISH.has(word));
      if (words.length > 0) left.push(`${where}: ${piece}`);
    }
  };
  for (const path of SCREENS) {
    await page.goto(path);
    await expect(page.getByRole('navigation', { name: 'Lugares' })).toBeVisible();
    await staysHere(page);
    await read(path);
  }
  // A mix on the Bench: refused, worked out, poured, and its slip.
  await page.goto('/bench');
  await choose(page, 'Producto', /Orchard Pre-wash/);
  await page.getByRole('textbox', { name: 'Dosis' }).fill('1 de 10 l');
  await expect(page.getByText('no es una dosis')).toBeVisible();
  await read('bench refused');
  await page.getByRole('textbox', { name: 'Dosis' }).fill('1:20');
  await choose(page, 'Recipiente', /white cap/);
  const rinsed = page.getByRole('button', { name: 'Está enjuagado' });
  const pour = page.getByRole('button', { name: /^(Verter|Se gastó)/ });
  await expect(rinsed.or(pour).first()).toBeVisible();
  if ((await rinsed.count()) > 0) await rinsed.click();
  await read('bench worked out');
  await pour.click();
  await expect(page.getByRole('button', { name: 'Verter otro' })).toBeVisible();
  await read('bench poured');
  await page.goto('/stock/receive');
  // What is refused is said in Spanish too: by the schema, by a parser, and by the server.
  await page.getByLabel('Tamaño').fill('cinco');
  await page.getByRole('button', { name: 'Ponerlo en el estante' }).click();
  await expect(page.getByText('no tiene ningún número')).toBeVisible();
  await read('refused');
  await page.goto('/crew/new');
  await page.getByLabel('Nombre').fill('Noor Pell');
  await page.getByLabel('PIN').fill('4711');
  await page.getByRole('button', { name: 'Añadir' }).click();
  await expect(page.getByText('El nombre está ocupado')).toBeVisible();
  await read('taken');
  expect([...new Set(left)]).toEqual([]);
});
