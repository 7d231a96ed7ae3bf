import type { Page } from '@playwright/test';
import { rinse, start } from './clockSteps.ts';
import { MORNING } from './runningShop.ts';
import { expect, killable, test } from './shop.ts';
import { choose, openAs } from './steps.ts';

const weather = (page: Page, act: string) =>
  page.request.post('/api/weather/acts', { data: { act } }).then((r) => expect(r.status()).toBe(201));
/** Seconds a figure like 4:05 or -0:03 shows. */
const seconds = (text: string | null) => {
  const [min = 0, s = 0] = (text ?? '').replace('-', '').split(':').map(Number);
  return (text?.startsWith('-') ? -1 : 1) * (min * 60 + s);
};
const figure = async (page: Page) => seconds(await page.getByRole('timer').first().textContent());

test('a clock starts from a recipe, is seen in every place, and is ended with a word on how it went', async ({
  page,
}) => {
  await openAs(page, 'Bram Addy', '/recipes/2');
  await page.getByRole('link', { name: 'Start a clock' }).click();
  await expect(page.getByText(/Rinse by/)).toBeVisible();
  await page.getByRole('button', { name: /start the clock/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Snow foam, all over, grime');
  await expect(page.getByText(/minimum dwell left/)).toBeVisible();
  // Before it can have worked it asks, once.
  await page.getByRole('button', { name: 'Rinsed' }).click();
  await expect(page.getByText('It can hardly have worked.')).toBeVisible();
  await page.getByRole('button', { name: 'No, leave it on' }).click();
  await expect(page.getByText(/Rinsed after/)).toHaveCount(0);
  await expect(page).toHaveTitle(/too soon, Bay 1 – [^–]+ – Kettle Mix$/);
  expect(await page.locator('link[rel="icon"]').getAttribute('href')).toMatch(/^data:image\/svg/);

  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  const strip = page.getByRole('complementary', { name: 'Clocks' });
  await expect(strip.getByRole('timer')).toHaveText(/^\d:\d\d$/);
  await page.reload();
  await expect(strip.getByRole('timer')).toHaveText(/^\d:\d\d$/);
  await strip.getByRole('link').click();
  await page.getByRole('button', { name: 'Rinsed' }).click();
  const sure = page.getByRole('button', { name: 'Yes, it is rinsed' });
  await expect(sure.or(page.getByText(/Rinsed after/))).toBeVisible();
  if (await sure.isVisible()) await sure.click();
  await expect(page.getByText(/Rinsed after/)).toBeVisible();
  await page.getByRole('button', { name: 'left a film' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'left a film' })).toBeVisible();
  await expect(page).toHaveTitle(/^[^–]+ – Kettle Mix$/);
  await page.getByRole('button', { name: 'Take the end back' }).click();
  await expect(page.getByRole('button', { name: 'Rinsed' })).toBeVisible();
  await page.getByRole('button', { name: 'Cancel the clock' }).click();
  await page.goto('/yard');
  await expect(page.getByRole('region', { name: 'Recently ended' })).toContainText('left a film');
});

test('the window shrinks and the mark moves on as the sun comes out', async ({ page }) => {
  await openAs(page, 'Bram Addy');
  await weather(page, 'cloudOver');
  await start(page, 'Snow foam, all over', { colour: 'black' });
  await expect(page.getByText('overdue')).toBeVisible();
  // Laid on the panel for a while: the figures are of the same clock before and after.
  await expect.poll(() => page.getByText('6:00', { exact: true }).count()).toBe(1);
  const mark = () =>
    page.locator('section[aria-label="The clock"] [data-mark]').evaluate((el) => el.style.transform);
  const first = await mark();
  await expect.poll(mark).not.toBe(first);
  const before = await mark();
  await weather(page, 'sunOut');
  await expect(page.getByText('6:00', { exact: true })).toHaveCount(0);
  await expect(page.getByText('drying', { exact: true })).toBeVisible();
  await expect.poll(mark).not.toBe(before);
  const share = (transform: string) => Number(/[\d.]+/.exec(transform.replace('translateX', ''))?.[0]);
  expect(share(await mark())).toBeGreaterThan(share(before));

  await weather(page, 'unplug');
  await page.goto('/yard');
  await expect(page.getByText('The station can’t be read.')).toBeVisible();
  await expect(page.getByText(/Its last reading holds: a moment old/)).toBeVisible();
});

killable(
  'two browsers agree, through a restart of the server; of two who end it, the second is told',
  async ({ browser, page, shop }) => {
    await openAs(page, 'Bram Addy');
    await start(page, 'Snow foam, all over', { vehicle: 'electric taxi' });
    const other = await (await browser.newContext({ baseURL: shop.address })).newPage();
    // A device whose own clock is wrong by hours.
    await other.addInitScript(() => {
      const now = Date.now;
      Date.now = () => now() + 5 * 3_600_000;
    });
    await openAs(other, 'Odo Marsh');
    await other.goto(page.url().replace(/^.*?\/clocks/, '/clocks'));
    await expect(other.getByText(/minimum dwell left/)).toBeVisible();
    const apart = async () => Math.abs((await figure(page)) - (await figure(other)));
    expect(await apart()).toBeLessThanOrEqual(1);

    const shown = await figure(page);
    const { port } = shop;
    const openFor = Date.now() - shop.openedMs;
    await shop.end('SIGKILL');
    // Opened again some seconds later, by the shop's own time.
    const later = new Date(Date.parse(MORNING) + openFor + 8_000).toISOString();
    await shop.start(port, later);
    await page.reload();
    await other.reload();
    await expect(page.getByText(/minimum dwell left/)).toBeVisible();
    await expect(other.getByText(/minimum dwell left/)).toBeVisible();
    expect(await apart()).toBeLessThanOrEqual(1);
    // It ran on by the shop's time, whatever the restart took.
    expect(await figure(page)).toBeLessThan(shown);

    await rinse(page);
    await expect(other.getByText(/Rinsed after/)).toBeVisible();
    await expect(other.getByText(/by Bram Addy/)).toBeVisible();
    await other.context().close();
  },
);

test('what happens between the first look and the first listening is heard', async ({ page, joins }) => {
  await openAs(page, 'Bram Addy');
  await start(page, 'Snow foam, all over', { vehicle: 'electric taxi' });
  const other = await joins('Odo Marsh');
  let listen: () => void = () => {};
  const held = new Promise<void>((resolve) => {
    listen = resolve;
  });
  await other.route('**/api/live*', async (route) => {
    await held;
    await route.continue();
  });
  await other.goto(page.url().replace(/^.*?\/clocks/, '/clocks'));
  await expect(other.getByText(/minimum dwell left/)).toBeVisible();
  await rinse(page);
  listen();
  await expect(other.getByText(/Rinsed after/)).toBeVisible();
});

test('works on without a connection, and agrees afterwards', async ({ page, context, joins }) => {
  await openAs(page, 'Bram Addy');
  await start(page, 'Snow foam, all over', { vehicle: 'electric taxi' });
  const other = await joins('Odo Marsh');
  await other.goto('/yard');
  const line = other.getByRole('listitem').filter({ hasText: 'electric taxi' });
  await expect(line.getByRole('timer')).toBeVisible();

  await context.setOffline(true);
  await page.getByRole('button', { name: /Re-mist now/ }).click();
  await expect(page.getByText('Misted again')).toBeVisible();
  await expect(page.getByText(/can't be reached\. 1 thing waits here/)).toBeVisible();
  const before = await figure(page);
  await expect.poll(() => figure(page)).toBeLessThan(before);
  await rinse(page);
  await expect(page.getByText(/Rinsed after/)).toBeVisible();
  await expect(page.getByText(/2 things wait here/)).toBeVisible();
  await expect(line.getByRole('timer')).toBeVisible();

  await context.setOffline(false);
  await expect(page.getByText(/things? waits? here/)).toBeHidden();
  await expect(other.getByRole('region', { name: 'Recently ended' })).toContainText(/electric taxi/);
  const ended = other.getByRole('region', { name: 'Recently ended' });
  const after = /rinsed after ([\d min s]+?)how/.exec((await ended.textContent()) ?? '')?.[1];
  expect(after).toBeTruthy();
  await expect(page.getByText(/Rinsed after/)).toContainText(after ?? '');
});

test('on a black panel in the sun it will dry too fast: remedies in order; a camper takes pieces', async ({
  page,
}) => {
  await openAs(page, 'Hester Quill');
  await weather(page, 'sunOut');
  await page.goto('/clocks/new?recipe=1&soil=2');
  await choose(page, 'What goes on', /^Snow foam, all over/);
  await choose(page, 'Colour', 'black');
  await expect(page.getByText('It will dry too fast.')).toBeVisible();
  const remedies = page.getByRole('list', { name: 'What would give it time' }).getByRole('listitem');
  await expect(remedies.first()).toContainText(/Cool it by rinsing first.*to work in/);
  await expect(remedies.nth(1)).toContainText(/shade.*to work in/);
  await expect(page.getByRole('button', { name: /start/i })).toHaveCount(0);
  await choose(page, 'Body', 'camper');
  await page.getByText('just rinsed').click();
  await expect(
    page.getByRole('heading', { name: /In (two halves|three pieces|four pieces|\d+ pieces)/ }),
  ).toBeVisible();
  await expect(page.getByRole('img', { name: /piece 1: .*; piece 2: / })).toBeVisible();
  await expect(page.getByRole('figure').getByRole('listitem')).toHaveCount(9);

  // Nonsense in a field says what would work, and keeps what was typed.
  await page.getByText('measured', { exact: true }).click();
  const panel = page.getByRole('textbox', { name: 'Panel, by thermometer' });
  await panel.fill('boiling');
  await expect(page.getByRole('alert')).toContainText(/degrees C, such as/);
  await expect(page.getByText('Say how hot the panel is first.')).toBeVisible();
  await page.getByRole('button', { name: /take that/ }).click();
  await expect(panel).toHaveValue(/^\d\d °C$/);
});

test('a film seen to dry is learned from; a lead starts afresh', async ({ page }) => {
  await openAs(page, 'Odo Marsh');
  await weather(page, 'sunOut');
  await start(page, 'Snow foam, all over', { colour: 'dark' });
  await page.getByRole('button', { name: 'It begins to dry' }).click();
  await expect(page.getByText(/Seen to begin to dry, Odo Marsh: 0.50/)).toBeVisible();
  await page.getByText('What it is worked out from').click();
  await expect(page.getByText(/of the usual, from 1 film seen to dry/)).toBeVisible();
  await page.goto('/recipes/2');
  const seen = page.getByRole('region', { name: 'How its foam dries here' });
  await expect(seen).toContainText('0.50');
  // It stands among all that was learned, too.
  const here = page.url();
  await page.goto('/run/learned');
  await expect(page.getByRole('region', { name: 'Drying' })).toContainText('1 film seen to dry');
  await page.goto(here);
  await seen.getByRole('button', { name: /Start over/ }).click();
  await expect(seen).toBeHidden();
});

test('the same again is asked about; layers go over each other, and what gives off gas does not', async ({
  page,
}) => {
  await openAs(page, 'Odo Marsh');
  await start(page, 'Snow foam, all over');
  await page.goto('/clocks/new');
  await choose(page, 'What goes on', /^Snow foam, all over/);
  await expect(page.getByText('One of these runs here already.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Start another' })).toBeVisible();
  await start(page, 'Rail iron', { bay: 'Bay 2' });
  await page.getByRole('button', { name: 'Add a layer' }).click();
  await choose(page, 'What is laid over it now', /^Lime splash/);
  await expect(page.getByRole('alert').filter({ hasText: /poisonous gas/ })).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Rail iron, grime');
  await page.getByRole('button', { name: 'Seen' }).click();
  await page.getByRole('button', { name: /Re-mist now/ }).click();
  await page.getByRole('region', { name: 'What is on it' }).getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Misted again')).toBeHidden();
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('a clock is started from the slip of a pour, by keyboard alone, and read at arm’s length', async ({
    page,
  }) => {
    await openAs(page, 'Bram Addy', '/bench?recipe=2&soil=2');
    const pour = page.getByRole('button', { name: /pour \d|Read the cautions/i });
    await expect(pour).toBeEnabled();
    const word = page.getByRole('checkbox');
    if ((await word.count()) > 0) await word.check();
    await page.getByRole('button', { name: /pour .* from P-/i }).click();
    await page.getByRole('link', { name: 'Clock', exact: true }).click();
    const go = page.getByRole('button', { name: /start the clock/ });
    await expect(go).toBeVisible();
    await go.focus();
    await page.keyboard.press('Enter');
    const timer = page.getByRole('region', { name: 'The clock' }).getByRole('timer');
    await expect(timer).toBeVisible();
    const box = await timer.boundingBox();
    expect(box?.height).toBeGreaterThan(60);
    const keys = page.getByRole('region', { name: 'The clock' }).getByRole('button');
    for (const key of await keys.all()) expect((await key.boundingBox())?.height).toBeGreaterThanOrEqual(64);
    await page.keyboard.press('y');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Yard');
  });
});
