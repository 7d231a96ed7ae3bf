import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import QRCode from 'qrcode';
import { CHROMIUM } from './chromium.ts';
import { expect, test } from './shop.ts';
import { openAs } from './steps.ts';

/** A film of a label held still in front of a camera, as browsers take it for one. */
function filmOf(text: string): string {
  const [width, height, scale] = [640, 480, 9];
  const { modules } = QRCode.create(text);
  const [left, top] = [width, height].map((side) => Math.round((side - modules.size * scale) / 2));
  const light = Buffer.alloc(width * height, 230);
  for (let y = 0; y < modules.size * scale; y++) {
    for (let x = 0; x < modules.size * scale; x++) {
      if (modules.get(Math.floor(y / scale), Math.floor(x / scale)))
        light[((top ?? 0) + y) * width + (left ?? 0) + x] = 20;
    }
  }
  const frame = Buffer.concat([Buffer.from('FRAME\n'), light, Buffer.alloc((width * height) / 2, 128)]);
  const file = join(mkdtempSync(join(tmpdir(), 'kettle-camera-')), 'label.y4m');
  writeFileSync(
    file,
    Buffer.concat([
      Buffer.from(`YUV4MPEG2 W${width} H${height} F10:1 Ip A1:1 C420jpeg\n`),
      ...Array.from({ length: 5 }, () => frame),
    ]),
  );
  return file;
}

test('in front of a camera a label leads to what it stands on, and the camera is let go', async ({
  shop,
}) => {
  const browser = await chromium.launch({
    ...CHROMIUM,
    args: [
      ...CHROMIUM.args,
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${filmOf('http://192.0.2.7:4700/c/P-3')}`,
    ],
  });
  const page = await browser.newPage({ baseURL: shop.address, viewport: { width: 390, height: 844 } });
  await openAs(page, 'Bram Addy');
  await page.getByRole('button', { name: 'Bram' }).click();
  await page.getByRole('menuitem', { name: 'Scan a label' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('P-3');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await browser.close();
});

test('where there is no camera it says so, and a code is typed', async ({ page }) => {
  await openAs(page, 'Bram Addy');
  await page.keyboard.press('/');
  await page.getByRole('button', { name: 'Scan' }).click();
  await expect(page.getByRole('alert')).toContainText('This device has no camera.');
  await page.getByLabel('What to find').fill('P-3');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('P-3');
});
