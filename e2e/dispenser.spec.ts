import { expect, test } from './shop.ts';
import { choose, openAs } from './steps.ts';

// The wall dispenser: verified, changed over and filled from, with the demo's stand-ins for scale, meter and scanner.

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 700 }, hasTouch: true });

  test('a line is verified with scale and flow meter, changed over by its labels, and filled from', async ({
    page,
  }) => {
    await openAs(page, 'Odo Marsh', '/rigs');
    await page.getByRole('link', { name: /L-2 Middle line/ }).click();
    await expect(page.getByTestId('line-ratio')).toHaveText('1:22');
    await expect(page.getByText(/The two tips measured slope by 1\.9241/)).toBeVisible();
    await expect(page.getByText('Fit “middle”, 0.75 mm.')).toBeVisible();

    await page.getByRole('link', { name: 'Verify it' }).click();
    const key = (name: string) => page.getByRole('button', { name, exact: true });
    await page.getByText('Stand-ins: your hands in the demo').click();
    await key('Put the pail on').click();
    await expect(page.getByTestId('live-scale')).toHaveText(/^13\d{3}\.\d g$/);
    await key('Take as before').click();
    await key('Set to nothing').first().click();
    await key('Open the valve').click();
    // A litre has run: enough to tell the product in it.
    await expect(page.getByTestId('live-flowMeter')).toHaveText(/^\d+(\.\d+)? L$/);
    await key('Unplug it').first().click();
    await expect(page.getByText('It stopped answering.')).toBeVisible();
    await expect(page.getByLabel('Pail before, fill 1')).not.toHaveValue('');
    await key('Close the valve').click();
    await key('Plug it in again').click();
    await expect(page.getByText('It stopped answering.')).toHaveCount(0);
    await key('Take as after').click();
    await key('Take what came out').click();
    await expect(page.getByTestId('reading-ratio')).toHaveText(/^1:2\d(\.\d)?$/);
    await expect(page.getByText(/is booked as waste\./)).toBeVisible();
    await key('Keep this verification').click();
    await expect(page.getByText(/by one fill, a tenth either way/).first()).toBeVisible();

    // Everything in its order: no step shows before the one before it is done.
    await page.getByRole('link', { name: 'Change over' }).click();
    await page.getByRole('textbox', { name: 'Line', exact: true }).fill('L-1');
    await expect(page.getByRole('alert')).toContainText('L-1 is not this line, which is L-2.');
    await page.getByText('Stand-in: a barcode scanner').click();
    await page.getByRole('button', { name: /^L-2/ }).click();
    await expect(page.getByRole('textbox', { name: 'Line', exact: true })).toHaveValue('L-2');
    await page.getByRole('textbox', { name: 'Pail', exact: true }).fill('P-4');
    await expect(page.getByText('Siding All-purpose, Bench.')).toBeVisible();
    await expect(page.getByRole('heading', { name: '3. Fit the tip' })).toHaveCount(0);
    await page.getByRole('checkbox', { name: 'It runs clear' }).check();
    await page.getByLabel('Product thrown away').fill('30 ml');
    await page.getByLabel('Meant to give').fill('1:20');
    await choose(page, 'Tip', /wide/);
    await expect(key('Changeover done')).toBeDisabled();
    await page.getByRole('checkbox', { name: /The new label is on the line/ }).check();
    await key('Changeover done').click();
    await expect(page.getByRole('heading', { name: /^Verify L-2/ })).toBeVisible();

    // By a measure this time; then the line gives what was measured.
    await page.getByRole('radio', { name: 'draw from a measure' }).click();
    for (const i of [1, 2]) {
      await page.getByLabel(`Collected, fill ${i}`).fill('2 l');
      await page.getByLabel(`Product used, fill ${i}`).fill(i === 1 ? '95 ml' : '96 ml');
      if (i === 1) await key('Another fill').click();
    }
    await key('Keep this verification').click();
    await expect(page.getByTestId('line-ratio')).toHaveText('1:19.9');

    await expect(
      page.getByRole('cell', { name: /Siding All-purpose from P-4, instead of Orchard Pre-wash, flushed/ }),
    ).toBeVisible();

    await page.getByRole('link', { name: 'Bench', exact: true }).click();
    await choose(page, 'Your question', /From the wall dispenser/);
    await choose(page, 'Line', /L-2/);
    await choose(page, 'Vessel', /Wheels bucket/);
    await page.getByLabel('How much to make').fill('4 l');
    await expect(page.getByTestId('reading-line')).toHaveText(/^4L?/);
    await page.getByLabel('Weaker than the line').fill('1:10');
    await expect(page.getByRole('alert').filter({ hasText: 'which is weaker than that' })).toBeVisible();
    await page.getByLabel('Weaker than the line').fill('1:40');
    await expect(page.getByTestId('reading-water')).toBeVisible();
    await page.getByLabel('Weaker than the line').fill('');
    await page.getByRole('button', { name: /^Fill 4 L from L-2/ }).click();
    await expect(page.getByRole('region', { name: 'Booking slips' })).toContainText('Siding All-purpose');
  });
});

test('a scanner is heard anywhere: what it types goes to what it names, and out of the field it fell into', async ({
  page,
}) => {
  await openAs(page, 'Bram Addy');
  await page.getByRole('searchbox', { name: 'Search the recipes' }).fill('foam');
  await page.getByRole('searchbox', { name: 'Search the recipes' }).focus();
  // A scanner types faster than a browser under test does: its keys are given to the page directly.
  const scan = (code: string) =>
    page.evaluate((keys) => {
      // All of the same moment, however long the page takes with each.
      const events = [...keys, 'Enter'].map(
        (key) => new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }),
      );
      for (const event of events) document.activeElement?.dispatchEvent(event);
    }, code);
  await scan('P-4');
  await expect(page.getByRole('heading', { name: /P-4/ })).toBeVisible();
  await scan('L-2');
  await expect(page.getByTestId('line-ratio')).toBeVisible();
});
