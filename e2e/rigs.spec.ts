import { expect, test } from './shop.ts';
import { choose, openAs, signIn } from './steps.ts';

// Rigs, as a lead uses them in a bay: a phone in one hand, the stand-ins for what would be in the other.

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 700 }, hasTouch: true });

  test('the draw of a cannon is measured with stopwatch and flow meter, and counts on the Bench', async ({
    page,
  }) => {
    await openAs(page, 'Odo Marsh', '/rigs');
    await page.getByRole('link', { name: /Cannon bottle, bay 3/ }).click();
    await expect(page.getByText('not measured: typical 8 %, could be 4 to 14').first()).toBeVisible();
    await page.getByRole('link', { name: 'Measure', exact: true }).first().click();

    await page.getByRole('radio', { name: 'read a flow meter' }).click();
    await page.getByText('Stand-ins: your hands in the demo').click();
    await page.getByRole('button', { name: 'Pull the trigger' }).click();
    await expect(page.getByTestId('live-flowMeter')).toContainText(/7\.\d+ L\/min/);
    await page.getByRole('button', { name: 'Take this reading' }).click();
    await expect(page.getByRole('textbox', { name: 'Flow', exact: true })).toHaveValue(/^7\.\d+ L\/min$/);

    // What drains is weighed, once the scale has settled: 900 ml full, nothing of it drained yet is no reading.
    await page.getByRole('button', { name: 'Let go' }).click();
    await page.getByRole('button', { name: 'Fill the bottle again, 900 ml' }).click();
    await page.getByRole('button', { name: 'Put the cannon bottle on' }).click();
    await expect(page.getByTestId('live-scale')).toHaveText(/^108\d\.\d g$/);
    await page.getByRole('button', { name: 'Weigh it full' }).click();
    await expect(page.getByText(/^Full it weighs 108\d\.\d g\./)).toBeVisible();
    await page.getByRole('button', { name: 'Pull the trigger' }).click();
    const grams = async () => Number.parseFloat((await page.getByTestId('live-scale').textContent()) ?? '');
    await expect.poll(grams).toBeLessThan(1_040);
    await page.getByRole('button', { name: 'Let go' }).click();
    await page.getByRole('button', { name: 'Weigh it drained' }).click();
    await expect(page.getByLabel('Drained each time')).toHaveValue(/^\d{2,3} ml$/);
    await expect(page.getByLabel('Read to')).toHaveValue('2 ml');

    // The watch is one large key, and goes on through a reload.
    await page.getByLabel('Drained each time').fill('60 ml');
    await page.getByRole('button', { name: /Trigger pulled/ }).click();
    await page.reload();
    await expect(page.getByRole('timer')).not.toHaveText('0.0 s');
    const ran = async () => Number.parseFloat((await page.getByRole('timer').textContent()) ?? '');
    await expect.poll(ran).toBeGreaterThan(3.4);
    await page.getByRole('button', { name: /It sucks air/ }).click();
    const seconds = page.getByLabel('Seconds of run 1');
    await expect(seconds).toHaveValue(/^\d+\.\d$/);
    await expect(page.getByTestId('reading-draw')).toHaveText(/%/);
    await expect(page.getByText(/by one run, a tenth either way\./)).toBeVisible();

    // Typed runs: nonsense is refused at its field, an odd one is flagged and left out by hand.
    await seconds.fill('4.0');
    for (const [i, typed] of [
      [2, '0'],
      [3, '4.1'],
      [4, '2'],
    ] as const) {
      await page.getByRole('button', { name: 'Type a run instead' }).click();
      await page.getByLabel(`Seconds of run ${i}`).fill(typed);
    }
    await expect(page.getByRole('alert').first()).toContainText('Time is not between 3 seconds and an hour.');
    await page.getByLabel('Seconds of run 2').fill('3.9');
    await page.getByLabel('Seconds of run 4').fill('6.5');
    await expect(page.getByText('Unlike the others', { exact: true })).toHaveCount(1);
    await page.getByRole('button', { name: 'Leave it out' }).last().click();
    await expect(page.getByText('Left out, kept on record')).toBeVisible();
    await expect(page.getByText(/by 3 runs\./)).toBeVisible();
    const draw = (await page.getByTestId('reading-draw').textContent())?.trim() ?? '';
    await page.getByRole('button', { name: 'Keep this draw' }).click();
    await expect(page.getByRole('heading', { name: 'Cannon draw', exact: true })).toBeVisible();
    await expect(page.getByText(/by 3 runs/).first()).toBeVisible();
    // From the foot of a long page to the top of the next.
    await expect.poll(() => page.evaluate(() => window.scrollY)).toBe(0);

    await page.getByRole('link', { name: 'Bench', exact: true }).click();
    await choose(page, 'Product', /Lime Kiln Foam/);
    await choose(page, 'Vessel', /Cannon bottle, bay 3/);
    await expect(page.getByText(/^Draws .* by 3 runs, with plain water\.$/)).toBeVisible();
    await page.getByRole('radio', { name: 'on the panel' }).click();
    await page.getByLabel('Strength', { exact: true }).fill('1%');
    await expect(page.getByText(/^Fill the bottle at/)).toBeVisible();
    await expect(page.getByTestId('reading-panel')).toHaveText(/^(1(\.0\d)?|0\.9[89]\d?) %/);
    await page.getByLabel('Strength', { exact: true }).fill('60%');
    await expect(page.getByRole('alert')).toContainText(`At a draw of`);
    expect(draw).toMatch(/^\d+(\.\d+)? %$/);
  });
});

test('a manager adds a rig in a minute, with starts from its kind, and everyone finds it', async ({
  page,
}) => {
  await openAs(page, 'Hester Quill', '/rigs');
  await page.getByRole('link', { name: 'Add a vessel' }).click();
  await page.getByLabel('Vessel name').fill('Cannon bottle, bay 1');
  await choose(page, 'Kind', /Foam cannon bottle/);
  await expect(page.getByLabel('Brimful')).toHaveValue('1 L');
  await expect(page.getByLabel('Position 3', { exact: true })).toHaveValue('open');
  await page.getByLabel('Position 2', { exact: true }).fill('closed');
  await page.getByLabel('Orifice').fill('wide');
  await page.getByRole('button', { name: 'Add the vessel' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Orifice' })).toBeVisible();
  await page.getByLabel('Orifice').fill('1.1 mm');
  await page.getByRole('button', { name: 'Add the vessel' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'same name twice' })).toBeVisible();
  await page.getByLabel('Position 2', { exact: true }).fill('half');
  await choose(page, 'Used on', /Pressure washer, bay 2/);
  await choose(page, 'Where it is', /Bay 1/);
  await choose(page, 'Who has it', /Noor Pell/);
  await page.getByRole('button', { name: 'Add the vessel' }).click();
  const row = page.getByRole('link', { name: /Cannon bottle, bay 1/ });
  await expect(row).toContainText('Foam cannon bottle, Bay 1, with Noor Pell, orifice 1.1 mm');
  await expect(row).toContainText('draw not measured');

  await page.getByRole('link', { name: 'Add a machine' }).click();
  await page.getByLabel('Name').fill('Pressure washer, bay 1');
  await page.getByLabel('Flow on its plate').fill('strong');
  await page.getByRole('button', { name: 'Add the pressure washer' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Flow on its plate' })).toBeVisible();
  await page.getByLabel('Flow on its plate').fill('7.5 l/min');
  await page.getByRole('button', { name: 'Add the pressure washer' }).click();
  await expect(page.getByRole('region', { name: 'Machines' })).toContainText('Pressure washer, bay 1');

  await page.getByRole('link', { name: /Trigger bottle, black cap/ }).click();
  await page.getByRole('button', { name: 'Measure it' }).click();
  await page.getByLabel('Came out').fill('22 ml');
  await expect(page.getByText('1.1 ml a squeeze')).toBeVisible();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('region', { name: 'What it gives' })).toContainText(
    '1.1 ml a squeeze, as measured.',
  );
});

test('a drain test is done with the keyboard alone, and of two people measuring the second sees the first', async ({
  page,
  browser,
}) => {
  await openAs(page, 'Odo Marsh', '/rigs/vessels/11/measure');
  await expect(page.getByRole('heading', { name: /Hose-end gun, van/ })).toBeVisible();
  const typedRun = async (on: typeof page, i: number, seconds: string) => {
    await on.getByRole('button', { name: 'Type a run instead' }).focus();
    await on.keyboard.press('Enter');
    await on.getByLabel(`Seconds of run ${i}`).focus();
    await on.keyboard.type(seconds);
  };

  // Someone else begins the same test on another device.
  const other = await (await browser.newContext()).newPage();
  await other.goto(page.url());
  await signIn(other, 'Hester Quill');
  await other.goto('/rigs/vessels/11/measure');
  await other.getByLabel('Time to fill, seconds').fill('70');
  await typedRun(other, 1, '120');
  await expect(other.getByTestId('reading-draw')).toHaveText(/%/);

  await page.getByLabel('Time to fill, seconds').focus();
  await page.keyboard.type('70');
  await typedRun(page, 1, '100');
  await typedRun(page, 2, '102');
  // The space bar works the stopwatch wherever no field has the focus.
  await page.getByRole('heading', { name: '3. Drain the bottle' }).click();
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: /It sucks air/ })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByLabel('Seconds of run 3')).toHaveValue(/^\d+\.\d$/);
  await page.getByLabel('Seconds of run 3').focus();
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type('101');
  await expect(page.getByText(/by 3 runs\./)).toBeVisible();
  await page.getByRole('button', { name: 'Keep this draw' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Cannon draw', exact: true })).toBeVisible();

  await other.getByRole('button', { name: 'Keep this draw' }).click();
  await expect(other.getByRole('alert')).toContainText(/Odo Marsh measured this in between and found \d/);
  await expect(other.getByLabel('Seconds of run 1')).toHaveValue('120');
  let chartComes = () => {};
  const chartMayCome = new Promise<void>((comes) => {
    chartComes = comes;
  });
  await other.route(/DrawHistory/, async (route) => {
    await chartMayCome;
    await route.continue();
  });
  await other.getByRole('button', { name: 'Keep mine too, it counts from now' }).click();
  await expect(other.getByText(/by one run, a tenth either way/).first()).toBeVisible();

  // Both are on record, and the last one can be taken back; a chart that comes late moves no button from under a finger.
  await other.getByText('Every run (2)').click();
  await expect(other.getByRole('cell', { name: /900 ml in 101 s, typed/ })).toBeVisible();
  const takeBack = other.getByRole('button', { name: /Take the last one back/ });
  const before = await takeBack.boundingBox();
  chartComes();
  await expect(other.getByRole('img', { name: 'Draw over time' })).toBeVisible();
  expect(await takeBack.boundingBox()).toEqual(before);
  await takeBack.click();
  await expect(other.getByRole('cell', { name: 'taken back by Hester Quill' })).toBeVisible();
  await expect(
    other.getByRole('region', { name: 'Cannon draw' }).getByRole('listitem').first(),
  ).toContainText(/by 3 runs/);
});

test('a technician reads the rigs and finds no manager’s or lead’s doors there', async ({ page }) => {
  await openAs(page, 'Bram Addy', '/rigs/vessels/4');
  await expect(page.getByRole('heading', { name: 'Cannon draw' })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Measure/ })).toHaveCount(0);
  await expect(page.getByRole('button', { name: /Take the last one back/ })).toHaveCount(0);
  await page.goto('/rigs/vessels/4/measure');
  await expect(page.getByText('Draws are measured by leads and managers.')).toBeVisible();
  await page.goto('/rigs/lines/1');
  await expect(page.getByTestId('line-ratio')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Verify it' })).toHaveCount(0);
  await page.goto('/rigs/lines/1/verify');
  await expect(page.getByText('Lines are verified by leads and managers.')).toBeVisible();
  await page.goto('/rigs/lines/1/change');
  await expect(page.getByText('Lines are changed over by leads and managers.')).toBeVisible();
  await page.goto('/rigs/lines/3');
  await expect(page.getByText(/No pail is connected to Right line yet/)).toBeVisible();

  // Priming is anyone's, and can be undone.
  await page.goto('/rigs/lines/1');
  await page.getByLabel('Product thrown away').fill('lots');
  await expect(page.getByRole('alert')).toContainText('Product thrown away');
  await page.getByLabel('Product thrown away').fill('40 ml');
  await page.getByRole('button', { name: 'Book it as waste' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Booked.' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Booked.' })).toHaveCount(0);
});

test('how much a product takes is measured on four wheels, and the Bench counts with it', async ({
  page,
}) => {
  await openAs(page, 'Odo Marsh', '/stock');
  await page.getByRole('link', { name: 'Sleeper Wheel Gel', exact: true }).first().click();
  await page.getByRole('button', { name: 'Measure how much it takes' }).click();
  await page.getByLabel('Used', { exact: true }).fill('180 ml');
  await page.getByLabel('How many').fill('none');
  await expect(page.getByRole('alert')).toContainText('How many');
  await page.getByLabel('How many').fill('4');
  await choose(page, 'On', 'wheels');
  await expect(page.getByText('That is 45 ml each, 180 ml a square metre.')).toBeVisible();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('cell', { name: '180', exact: true })).toBeVisible();

  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await choose(page, 'Your question', /For several vehicles/);
  await choose(page, 'Product', /Sleeper Wheel Gel/);
  await choose(page, 'Vessel', /Trigger bottle, white cap/);
  await page.getByLabel('Vehicles').fill('3');
  await expect(page.getByLabel('Each takes')).toHaveAttribute('placeholder', '180 ml, on its wheels');
  await expect(page.getByText(/555 ml|540 ml/).first()).toBeVisible();
});

test('a manager sets how long a verification holds, and adds tips and lines to the dispenser', async ({
  page,
}) => {
  await openAs(page, 'Hester Quill', '/rigs/lines/1');
  await expect(page.getByText('Verified more than 30 days ago.')).toBeVisible();
  const settings = page.getByRole('region', { name: 'Settings of the line' });
  await settings.getByLabel('Verified every').fill('often');
  await settings.getByRole('button', { name: 'Save' }).click();
  await expect(settings.getByRole('alert')).toContainText('Verified every');
  await settings.getByLabel('Verified every').fill('90 days');
  await settings.getByLabel('It has a foot valve').uncheck();
  await settings.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Verified more than 30 days ago.')).toHaveCount(0);
  await expect(page.getByText('A foot valve, which it has not:')).toBeVisible();

  await page.goto('/rigs/devices/3');
  await page.getByLabel('Line', { exact: true }).fill('Far line');
  await page.getByRole('button', { name: 'Add the line' }).click();
  await expect(page.getByRole('link', { name: /Far line/ })).toContainText('nothing on it');
  await page.getByLabel('Tip', { exact: true }).fill('hair');
  await page.getByLabel('Hole', { exact: true }).fill('thin');
  await expect(page.getByLabel('Hole', { exact: true })).toHaveAccessibleDescription(
    'Hole: "thin" is not a number. Type millimetres, such as 1.1.',
  );
  await expect(page.getByLabel('Hole', { exact: true })).toHaveAttribute('aria-invalid', 'true');
  await page.getByLabel('Hole', { exact: true }).fill('0.4 mm');
  await page.getByRole('button', { name: 'Add the tip' }).click();
  await expect(page.getByRole('cell', { name: 'hair' })).toBeVisible();
});

test('on the ladder of a cannon each mark has its own steps: a strength of the bottle is none of the panel', async ({
  page,
}) => {
  await openAs(page, 'Bram Addy');
  await choose(page, 'Product', /Lime Kiln Foam/);
  await choose(page, 'Vessel', /Cannon bottle, bay 2/);
  const ladder = page.getByRole('slider', { name: 'Strength ladder' });
  const strength = page.getByLabel('Strength', { exact: true });
  await ladder.focus();
  await page.keyboard.press('ArrowUp');
  await expect(strength).toHaveValue('1:8');
  await page.getByRole('radio', { name: 'on the panel' }).click();
  await strength.fill('1:99');
  await ladder.focus();
  await page.keyboard.press('ArrowUp');
  // A tenth stronger: the label has no strength on the panel to step to.
  await expect(strength).toHaveValue('1:90');
  await expect(page.getByRole('radio', { name: 'on the panel' })).toBeChecked();
  await expect(page.getByTestId('reading-panel')).toHaveText(/^1\.(08|09|1|10|11|12) %/);
  await page.getByRole('radio', { name: /Quarry pickups/ }).click();
  await expect(page.getByRole('radio', { name: 'in the bottle' })).toBeChecked();
  await expect(strength).toHaveValue('1:5');
});
