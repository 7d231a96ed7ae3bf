import type { Page } from '@playwright/test';
import type { Run, RunHead } from '#contract/runs.ts';
import { MORNING } from './runningShop.ts';
import { expect, killable, test } from './shop.ts';
import { openAs, signInToKeep } from './steps.ts';

const PHONE = { viewport: { width: 390, height: 700 }, hasTouch: true };
const step = (page: Page) => page.getByRole('region', { name: 'Now' }).getByRole('heading', { level: 2 });

/** Begins the run of a vehicle of today, from its plan. */
async function begin(page: Page, vehicle: string): Promise<string> {
  await page.goto('/run');
  await page.getByRole('region', { name: 'To begin' }).getByRole('link', { name: vehicle }).click();
  await page.getByRole('button', { name: 'Begin it, step by step' }).click();
  await expect(page).toHaveURL(/\/run\/[a-z0-9]{32}/);
  await expect(step(page)).toBeVisible();
  return page.url().split('/').at(-1) as string;
}

const PRESSED = /^(Begin|Done|It is done|Clean|It is mixed|Take it off already|Begin anyway)$/;

/** Presses what is there to be pressed, until a step of some name is there, or everything is done. */
async function onTo(page: Page, name: string | null): Promise<void> {
  const end = page.getByRole('heading', { name: 'Everything is done.' });
  for (let presses = 0; presses < 80; presses++) {
    if (await end.isVisible()) return;
    if (name !== null && (await step(page).textContent()) === name) return;
    const before = await page.getByRole('main').textContent();
    await page.getByRole('button', { name: PRESSED }).first().click();
    await expect(async () => expect(await page.getByRole('main').textContent()).not.toBe(before)).toPass();
  }
}

/** Presses by turns what each of two is asked for, until everything is done. */
async function bothOnToEnd(one: Page, other: Page): Promise<void> {
  const done = (page: Page) => page.getByRole('heading', { name: 'Everything is done.' });
  await expect(async () => {
    for (const page of [one, other]) {
      const next = page.getByRole('button', { name: PRESSED }).first();
      if (await next.isVisible()) await next.click({ timeout: 2_000 }).catch(() => {});
    }
    expect(await done(one).isVisible()).toBe(true);
  }).toPass({ intervals: [50], timeout: 60_000 });
  await expect(done(other)).toBeVisible();
}

const runOf = async (page: Page, key: string) =>
  (await page.request.get(`/api/runs/${key}`)).json() as Promise<Run>;

test.describe('a run on a phone', () => {
  test.use(PHONE);

  test('is done to its end, with a mix made at the Bench, a check that failed, and what was used', async ({
    page,
  }) => {
    await openAs(page, 'Bram Addy');
    const key = await begin(page, 'Driving school, blue');
    await onTo(page, 'Mix Lime Kiln Foam');
    // The Bench makes it for the run, and it comes back taken.
    await page.getByRole('link', { name: 'Mix it' }).first().click();
    await expect(page.getByRole('link', { name: /For Driving school, blue: back to the run/ })).toBeVisible();
    await page.getByRole('button', { name: /pour .* from P-/i }).click();
    await expect(page.getByRole('region', { name: 'Booking slips' }).getByRole('listitem')).toHaveCount(1);
    await page.getByRole('link', { name: /back to the run/ }).click();
    await expect(page.getByRole('region', { name: 'The mixes' })).toContainText(/B-\d+/);

    await onTo(page, 'Pre-wash, then foam over it');
    await page.getByRole('button', { name: 'Begin', exact: true }).click();
    await page.getByRole('button', { name: 'Done', exact: true }).click();
    // It soaks: its clock runs above, and it is not left on.
    await expect(step(page)).toHaveText('Rinse: foam');
    await expect(page.getByRole('complementary', { name: 'Clocks' })).toContainText('Driving school, blue');
    await expect(page.getByRole('button', { name: 'Leave it out' })).toHaveCount(0);
    await page.getByRole('button', { name: 'Take it off already' }).click();
    await expect(page.getByRole('complementary', { name: 'Clocks' })).toHaveCount(0);
    await page.getByRole('button', { name: 'Done', exact: true }).click();
    await page.getByRole('button', { name: 'Not yet' }).click();
    await expect(page.getByRole('button', { name: /One step stronger.*of product/ })).toBeVisible();
    await page.getByRole('button', { name: /^The same again/ }).click();
    await expect(step(page)).toHaveText('Pre-wash, then foam over it');
    // What was said by mistake is taken back.
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(page.getByRole('button', { name: 'Clean', exact: true })).toBeVisible();
    await onTo(page, 'Dry');
    await page.getByRole('button', { name: 'Leave it out' }).click();
    await page.getByRole('button', { name: 'no time' }).click();
    await onTo(page, null);

    const used = page.getByRole('region', { name: 'What was used' });
    await expect(used).toContainText('Lime Kiln Foam');
    await used.getByLabel('Or as you read it').fill('nonsense');
    await expect(used.getByRole('alert')).toBeVisible();
    await used.getByLabel('Or as you read it').fill('100 ml');
    await used.getByRole('button', { name: / used$/ }).click();
    await expect(used).toContainText('by what was left');
    await page.getByRole('button', { name: 'End the run' }).click();
    const after = page.getByRole('region', { name: 'Planned and done' });
    await expect(after).toContainText('left out, or some of it');
    await expect(after.getByRole('row', { name: /^Foam/ })).toContainText(/planned, .* used, £/);
    await expect.poll(async () => (await runOf(page, key)).finishedAt).not.toBeNull();
    const run = await runOf(page, key);
    expect(run.pours).toHaveLength(1);
    expect(run.uses).toMatchObject([{ how: 'level' }]);
    const job = await (await page.request.get(`/api/jobs/${run.jobId}`)).json();
    expect(job).toMatchObject({ state: 'done' });
  });

  test('a bottle is taken by scanning it, and what is left in it is weighed', async ({ page }) => {
    await openAs(page, 'Bram Addy');
    const key = await begin(page, 'Driving school, blue');
    await onTo(page, 'Mix Lime Kiln Foam');
    await page.getByRole('link', { name: 'Mix it' }).first().click();
    await page.getByRole('button', { name: /pour .* from P-/i }).click();
    await page.getByRole('link', { name: /back to the run/ }).click();
    const mixes = page.getByRole('region', { name: 'The mixes' });
    await expect.poll(async () => (await runOf(page, key)).pours.length).toBe(1);
    const [pour] = (await runOf(page, key)).pours;
    await mixes.getByText('Stand-in: a barcode scanner').click();
    // However busy the device is, a scanner's keys keep the haste they were sent with.
    await page.evaluate(() =>
      addEventListener(
        'keydown',
        () => {
          const from = performance.now();
          while (performance.now() - from < 40);
        },
        { capture: true },
      ),
    );
    const scan = (batch: RegExp) => mixes.getByRole('button', { name: batch }).first().click();
    // What stands there for something else is not taken for this.
    const other = (await (await page.request.get('/api/vessels')).json()).find(
      (v: { holds: { code: string; productName: string } | null }) =>
        v.holds && !/Foam|Pre-wash|Shampoo|All-purpose|Drying|Wheel/.test(v.holds.productName),
    ).holds.code;
    await scan(new RegExp(`^${other}\\b`));
    await expect(mixes.getByText(`${other} is none of these mixes.`)).toBeVisible();
    await scan(new RegExp(`^${pour?.batch}\\b`));
    await expect(mixes.getByText(`${pour?.batch} is taken for`)).toBeVisible();

    await page.getByText('End the run before it is done').click();
    const bottle = page.getByRole('region', { name: pour?.batch ?? '' });
    // Some of it is used for something else meanwhile: what this run took stays as it was planned until somebody says.
    const used = bottle.getByRole('button', { name: / used$/ });
    await expect(used).toHaveText('515 ml used');
    const elsewhere = await page.request.post(`/api/batches/${pour?.batchId}/uses`, {
      data: { ul: 20_000 },
      headers: { 'Idempotency-Key': 'usedelsewhere0001' },
    });
    expect(elsewhere.status()).toBe(201);
    await expect(bottle).toContainText('580 ml was in');
    await expect(used).toHaveText('515 ml used');
    await bottle.getByText('By weight').click();
    await bottle.getByLabel('Weight', { exact: true }).fill('wet');
    await expect(bottle.getByRole('alert')).toBeVisible();
    await bottle.getByRole('button', { name: /on the scale/ }).click();
    await expect(async () => {
      await bottle.getByRole('button', { name: 'Take this reading' }).click();
      await expect(bottle.getByLabel('Weight', { exact: true })).toHaveValue(/^[3-9]\d\d\.\d g$/, {
        timeout: 500,
      });
    }).toPass();
    await bottle.getByLabel('Weighs empty').fill('200 g');
    await bottle.getByRole('button', { name: / used$/ }).click();
    await expect(page.getByRole('region', { name: 'What was used' })).toContainText('by weight');
    await expect.poll(async () => (await runOf(page, key)).uses).toMatchObject([{ how: 'weight' }]);
  });

  test('two do it together: the second joins from the plan, sees what the first does, and takes it over', async ({
    page,
    joins,
  }) => {
    await openAs(page, 'Bram Addy');
    await begin(page, 'Driving school, blue');
    await onTo(page, 'Look round');
    const noor = await joins('Noor Pell');
    await noor.goto('/run');
    await noor
      .getByRole('region', { name: 'Being done' })
      .getByRole('link', { name: 'Driving school, blue' })
      .click();
    await noor.getByRole('button', { name: 'I’ll help' }).click();
    await expect(page.getByText(/Bram Addy, Noor Pell/)).toBeVisible();
    await page.getByRole('button', { name: 'Done', exact: true }).click();
    await page.getByRole('button', { name: 'Clean', exact: true }).click();
    // The plan is for one: the second gets what can be done beside the first.
    await expect(step(noor)).toHaveText(/^Mix /);
    await page.getByRole('button', { name: 'Begin', exact: true }).click();
    await expect(noor.getByText(/The other is doing:/)).toBeVisible();
    // The first goes home in the middle of it.
    const odo = await joins('Odo Marsh');
    await odo.goto(page.url());
    await odo.getByRole('button', { name: 'In place of Bram Addy' }).click();
    await expect(odo.getByText(/Odo Marsh, Noor Pell/)).toBeVisible();
    await expect(page.getByRole('button', { name: 'In place of Odo Marsh' })).toBeVisible();
    await expect(odo.getByRole('button', { name: 'I’ll go on without Noor Pell' })).toBeVisible();
    // The two who are left do it to its end, each what is theirs.
    await bothOnToEnd(odo, noor);
    await odo.getByRole('button', { name: 'End the run' }).click();
    await expect(odo.getByRole('region', { name: 'Planned and done' })).toBeVisible();
    await expect(noor.getByRole('region', { name: 'Planned and done' })).toBeVisible();
    const key = page.url().split('/').at(-1) as string;
    const { events, finishedAt } = await runOf(odo, key);
    expect(finishedAt).not.toBeNull();
    expect(new Set(events.map((e) => e.personId)).size).toBe(3);
  });
});

killable.describe('without a connection', () => {
  killable.use({ ...PHONE, serviceWorkers: 'allow' });

  killable(
    'a run goes on through a reload and a killed program, and all agree afterwards',
    async ({ page, context, shop, joins }) => {
      await signInToKeep(page, 'Bram Addy');
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      const key = await begin(page, 'Driving school, blue');
      await onTo(page, 'Rinse the wheels');
      await expect.poll(async () => (await runOf(page, key)).events.length).toBeGreaterThan(3);

      await context.setOffline(true);
      await onTo(page, 'Arches');
      await page.reload();
      await expect(step(page)).toHaveText('Arches');
      await expect(page.getByText(/No connection: shown as it was/)).toBeVisible();
      const port = shop.port;
      await shop.end('SIGKILL');
      await onTo(page, 'Pre-wash, then foam over it');
      await page.getByRole('button', { name: 'Begin', exact: true }).click();
      // A flat battery: the page is gone, and comes back.
      const address = page.url();
      await page.close();
      const again = await context.newPage();
      await again.goto(address);
      await expect(step(again)).toHaveText('Pre-wash, then foam over it');
      await expect(again.getByRole('complementary', { name: 'Clocks' })).toContainText(
        'Driving school, blue',
      );

      // Opened again later, by the shop's own time.
      await shop.start(
        port,
        new Date(Date.parse(MORNING) + Date.now() - shop.openedMs + 30_000).toISOString(),
      );
      await context.setOffline(false);
      await onTo(again, 'Touch check');
      await expect(again.getByText(/No connection: shown as it was/)).toHaveCount(0);
      const noor = await joins('Noor Pell');
      await noor.goto(`/run/${key}`);
      await expect(step(noor)).toHaveText('Touch check');
      await expect(noor.getByText(/No connection/)).toHaveCount(0);
      const heads = (await (await noor.request.get('/api/runs')).json()) as RunHead[];
      expect(heads.filter((h) => h.finishedAt === null)).toMatchObject([
        { key, people: [{ name: 'Bram Addy' }] },
      ]);
      // And once more without one, to its very end.
      await context.setOffline(true);
      await onTo(again, null);
      await again.getByRole('button', { name: 'End the run' }).click();
      await expect(again.getByRole('region', { name: 'Planned and done' })).toBeVisible();
      expect((await runOf(noor, key)).finishedAt).toBeNull();
      await context.setOffline(false);
      await expect(noor.getByRole('region', { name: 'Planned and done' })).toBeVisible();
      const job = await (await noor.request.get(`/api/jobs/${(await runOf(noor, key)).jobId}`)).json();
      expect(job).toMatchObject({ state: 'done' });
      const unsettled = (await (await noor.request.get('/api/unsettled')).json()) as unknown[];
      expect(unsettled).toEqual([]);
    },
  );

  killable(
    'a device that locked itself is unlocked by its owner’s PIN, with few tries; clocks stay in sight',
    async ({ page, context }) => {
      await signInToKeep(page, 'Bram Addy');
      await begin(page, 'Driving school, blue');
      await context.setOffline(true);
      await page.getByRole('button', { name: 'Bram', exact: true }).click();
      await page.getByRole('menuitem', { name: 'Lock, or hand over' }).click();
      await expect(page.getByRole('heading', { name: 'Locked' })).toBeVisible();
      // A reload is no way around it.
      await page.reload();
      await expect(page.getByRole('heading', { name: 'Locked' })).toBeVisible();
      await page.getByLabel('PIN, four digits').fill('9999');
      await expect(page.getByRole('alert')).toContainText(/wrong|not/i);
      await page.getByLabel('PIN, four digits').fill('1122');
      await expect(step(page)).toBeVisible();
    },
  );
});
