import { Buffer } from 'node:buffer';
import { writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, killable, test } from './shop.ts';
import { openAs, signInToKeep } from './steps.ts';

const PHONE = { viewport: { width: 390, height: 700 }, hasTouch: true };

/** A picture as a camera makes it: large, and of something. */
async function picture(page: Page, width: number, height: number, type = 'image/jpeg'): Promise<Buffer> {
  const base64 = await page.evaluate(
    async ([w, h, as]) => {
      const canvas = new OffscreenCanvas(w, h);
      const on = canvas.getContext('2d') as OffscreenCanvasRenderingContext2D;
      for (let i = 0; i < 400; i++) {
        on.fillStyle = `hsl(${(i * 47) % 360} 60% ${30 + (i % 40)}%)`;
        on.fillRect(((i * 131) % 97) * (w / 97), ((i * 61) % 89) * (h / 89), w / 9, h / 7);
      }
      const bytes = new Uint8Array(await (await canvas.convertToBlob({ type: as })).arrayBuffer());
      let text = '';
      for (let i = 0; i < bytes.length; i += 8_192)
        text += String.fromCharCode(...bytes.subarray(i, i + 8_192));
      return btoa(text);
    },
    [width, height, type] as const,
  );
  return Buffer.from(base64, 'base64');
}

const photos = (page: Page) => page.getByRole('region', { name: 'Photos' });

/** Takes one, as a phone's camera hands it over. */
async function take(
  page: Page,
  what: string,
  file: string | { name: string; mimeType: string; buffer: Buffer },
) {
  const chooser = page.waitForEvent('filechooser');
  await photos(page).getByRole('button', { name: what, exact: true }).click();
  await (await chooser).setFiles(file);
}
const camera = (buffer: Buffer) => ({ name: 'IMG_0001.jpg', mimeType: 'image/jpeg', buffer });

async function begin(page: Page, vehicle: string): Promise<void> {
  await page.goto('/run');
  await page.getByRole('region', { name: 'To begin' }).getByRole('link', { name: vehicle }).click();
  await page.getByRole('button', { name: 'Begin it, step by step' }).click();
  await expect(page).toHaveURL(/\/run\/[a-z0-9]{32}/);
}

test.describe('photos of a vehicle', () => {
  test.use(PHONE);

  test('are made smaller, seen on its page, and deleted by a manager; what is no picture is refused', async ({
    page,
    joins,
  }, testInfo) => {
    await openAs(page, 'Bram Addy');
    await begin(page, 'Driving school, blue');
    const large = await picture(page, 4_000, 3_000);
    await take(page, 'Before', camera(large));
    await expect(photos(page).getByRole('img')).toHaveCount(1);
    await expect(photos(page)).not.toContainText('not sent yet');

    await take(page, 'A spot', camera(await picture(page, 900, 1_200, 'image/png')));
    await page.getByLabel('What it shows').fill('tar behind the wheel');
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(photos(page)).toContainText('tar behind the wheel');

    // Forty megabytes that are no picture; the photos that are there stay.
    const heavy = testInfo.outputPath('IMG_0002.jpg');
    writeFileSync(heavy, Buffer.alloc(40_000_000, 7));
    await take(page, 'After', heavy);
    await expect(photos(page).getByRole('alert')).toContainText('not a picture');
    await expect(photos(page).getByRole('img')).toHaveCount(2);

    const sizes = async (of: Page) =>
      photos(of)
        .getByRole('img')
        .evaluateAll((all) => all.map((img) => (img as HTMLImageElement).naturalWidth));
    await expect.poll(() => sizes(page)).toEqual([1_600, 900]);

    const hester = await joins('Hester Quill');
    await hester.goto('/run');
    await hester.getByRole('link', { name: 'Driving school, blue' }).first().click();
    await photos(hester)
      .getByRole('button', { name: /tar behind/ })
      .click();
    const sheet = hester.getByRole('dialog', { name: 'tar behind the wheel' });
    await expect(sheet).toContainText('Bram Addy');
    await sheet.getByRole('button', { name: 'Delete this photo' }).click();
    await sheet.getByRole('button', { name: 'Delete it for good' }).click();
    await expect(photos(hester).getByRole('img')).toHaveCount(1);
    // The other device hears of it.
    await expect(photos(page).getByRole('img')).toHaveCount(1);
    await expect(photos(page)).not.toContainText('tar behind the wheel');
  });
});

killable.describe('photos without a connection', () => {
  killable.use({ ...PHONE, serviceWorkers: 'allow' });

  killable(
    'wait on the device through a reload, and are sent once there is one',
    async ({ page, context }) => {
      await signInToKeep(page, 'Bram Addy');
      await begin(page, 'Driving school, blue');
      await expect(photos(page)).toBeVisible();
      const taken = await picture(page, 2_000, 1_500);
      await context.setOffline(true);
      await take(page, 'Before', camera(taken));
      await expect(photos(page)).toContainText('not sent yet');
      await page.reload();
      await expect(photos(page)).toContainText('not sent yet');
      await expect
        .poll(() =>
          photos(page)
            .getByRole('img')
            .evaluate((img) => (img as HTMLImageElement).naturalWidth),
        )
        .toBe(1_600);
      await context.setOffline(false);
      await expect(photos(page)).not.toContainText('not sent yet');
      await expect(photos(page).getByRole('img')).toHaveCount(1);
      const vehicle = page.url();
      await page.goto(vehicle);
      await expect(photos(page).getByRole('img')).toHaveCount(1);
    },
  );
});
