import { expect, test } from './shop.ts';
import { openAs, startClock } from './steps.ts';

test('what stays in sight gets smaller as the page is scrolled, and nothing below it moves under a finger', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openAs(page, 'Bram Addy');
  await startClock(page, 'belowstaysclock1');
  await page.goto('/bench?recipe=2&soil=3');
  const leave = page.getByRole('button', { name: 'Leave the recipe' });
  await expect(leave).toBeVisible();
  const inPage = () => leave.evaluate((el) => Math.round(el.getBoundingClientRect().top + window.scrollY));
  const clocks = page.getByRole('complementary', { name: 'Clocks' }).locator(':scope > div');
  const high = () => clocks.evaluate((el) => Math.round(el.getBoundingClientRect().height));
  const bottom = (id: string) =>
    page.getByTestId(id).evaluate((el) => Math.round(el.getBoundingClientRect().bottom));
  await page.evaluate(() => window.scrollTo(0, 0));
  const [place, highBefore] = [await inPage(), await high()];
  await page.evaluate(() => window.scrollTo(0, 300));
  await expect.poll(high).toBeLessThan(highBefore - 20);
  expect(await inPage()).toBe(place);
  // The amounts stay, right below the clocks.
  expect(await bottom('reading-product')).toBeLessThan((await high()) + 110);
  expect(await bottom('reading-product')).toBeGreaterThan(await high());
  await page.evaluate(() => window.scrollTo(0, 0));
  await expect.poll(high).toBe(highBefore);
  expect(await inPage()).toBe(place);
});

test('what is below the clocks stays where it is when their windows come late', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.route('**/dwell.worker*', async (route) => {
    await new Promise((done) => setTimeout(done, 2000));
    await route.continue();
  });
  await openAs(page, 'Bram Addy');
  await startClock(page, 'windowcomeslate1');
  await page.goto('/bench');
  const heading = page.getByRole('heading', { level: 1 });
  const clocks = page.getByRole('complementary', { name: 'Clocks' });
  await expect(clocks.getByRole('timer')).toBeVisible();
  await expect(clocks).not.toContainText('too soon');
  const before = await heading.boundingBox();
  await expect(clocks).toContainText('too soon');
  expect((await heading.boundingBox())?.y).toBe(before?.y);
});

test('on a phone with two clocks what stays in sight takes a third of a scrolled page, whatever is to be poured', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 700 });
  await openAs(page, 'Bram Addy');
  await startClock(page, 'oneofthetwoclocks');
  await startClock(page, 'theotheroneofthem', 4);
  const sticks = [
    page.getByRole('complementary', { name: 'Clocks' }).locator(':scope > div'),
    page.getByRole('region', { name: 'Amounts' }).locator(':scope > div > div'),
    page.locator('[data-pour-place]'),
    page.getByRole('navigation', { name: 'Places' }),
  ];
  const aThird = () =>
    expect(async () => {
      await page.evaluate(() => window.scrollTo(0, 500));
      await expect(page.locator('html')).toHaveAttribute('data-scrolled', { timeout: 1_000 });
      const heights = await Promise.all(
        sticks.map((shown) => shown.evaluate((el) => el.getBoundingClientRect().height)),
      );
      expect(
        heights.reduce((sum, h) => sum + h),
        heights.join(' '),
      ).toBeLessThanOrEqual(700 / 3);
      expect(Math.min(...heights)).toBeGreaterThan(0);
    }).toPass();
  const foot = page.locator('[data-pour-place]');
  // Something of it is in there by the books; another mix is; a bucket has three amounts.
  await page.goto('/bench?recipe=1&soil=2');
  await expect(foot.getByRole('button', { name: 'Top it up' })).toBeVisible();
  await aThird();
  await page.goto('/bench?recipe=3&soil=2');
  await expect(foot.getByRole('button', { name: 'It is rinsed' })).toBeVisible();
  await aThird();
  await page.goto('/bench?recipe=7&soil=2');
  const pour = foot.getByRole('button', { name: /Pour 26 ml/ });
  await expect(pour).toBeVisible();
  await aThird();
  // What to put on is beside the button, which is as large as a glove needs.
  await expect(foot.getByText('Nitrile gloves')).toBeInViewport({ ratio: 1 });
  expect((await pour.boundingBox())?.height).toBeGreaterThanOrEqual(64);
  await pour.click();
  await expect(foot.getByRole('button', { name: 'Undo' })).toBeVisible();
  await aThird();
});

test('on a tablet the button is whole in sight, with what to mind above it', async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 768 });
  await openAs(page, 'Bram Addy');
  for (const recipe of [1, 2, 4]) {
    await page.goto(`/bench?recipe=${recipe}&soil=3`);
    await expect(page.getByRole('button', { name: /It was used up. Pour/ })).toBeInViewport({ ratio: 1 });
    await expect(page.getByText('Not empty by the books.')).toBeInViewport({ ratio: 1 });
    await expect(page.getByText('Nitrile gloves')).toBeInViewport({ ratio: 1 });
  }
});

test('at twice the size nothing but clocks and places stays in sight, and they leave two thirds', async ({
  page,
}) => {
  await page.setViewportSize({ width: 640, height: 400 });
  await openAs(page, 'Bram Addy');
  await startClock(page, 'twicethesizeclock');
  await page.goto('/bench?recipe=2&soil=2');
  await expect(page.getByRole('button', { name: /Pour 1/ })).toBeVisible();
  const amounts = page.getByTestId('reading-product');
  // However late the page has become long enough to scroll.
  await expect(async () => {
    await page.evaluate(() => window.scrollTo(0, 400));
    await expect(amounts).not.toBeInViewport({ timeout: 1_000 });
  }).toPass();
  const clocks = page.getByRole('complementary', { name: 'Clocks' }).locator(':scope > div');
  const heights = await Promise.all(
    [clocks, page.getByRole('navigation', { name: 'Places' })].map((shown) =>
      shown.evaluate((el) => el.getBoundingClientRect().height),
    ),
  );
  expect(heights.reduce((sum, h) => sum + h)).toBeLessThan(400 / 3);
});

test('a manager sees every place, first aid and who is signed in, however low the screen', async ({
  page,
}) => {
  await openAs(page, 'Hester Quill');
  const places = page.getByRole('navigation', { name: 'Places' });
  for (const [width, height] of [
    [1280, 800],
    [1024, 640],
  ] as const) {
    await page.setViewportSize({ width, height });
    for (const name of ['Yard', 'Run', 'Shop'])
      await expect(places.getByRole('link', { name })).toBeInViewport({ ratio: 1 });
    await expect(places.getByRole('button', { name: 'Spill, first aid' })).toBeInViewport({ ratio: 1 });
    await expect(places.getByRole('button', { name: /Hester/ })).toBeInViewport({ ratio: 1 });
    // As much under a finger as a glove needs.
    const link = await places.getByRole('link', { name: 'Run' }).boundingBox();
    expect(link?.height).toBeGreaterThanOrEqual(40);
  }
  // On the lowest screens the rail is scrolled by itself.
  await page.setViewportSize({ width: 1024, height: 420 });
  await places.getByRole('button', { name: 'Spill, first aid' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
});
