import type { Page } from '@playwright/test';
import { expect, test } from './shop.ts';
import { choose, instead, openAs, openParts } from './steps.ts';

const steps = (page: Page) => page.getByRole('list', { name: 'Steps' }).getByRole('listitem');
const step = (page: Page, name: string) =>
  steps(page).filter({ has: page.getByRole('heading', { name: new RegExp(`^${name} `) }) });
/** A zone of the drawing by the keyboard: its middle may lie under another. */
async function tap(page: Page, zone: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${zone}: `) }).press('Enter');
}

test('a level and a body are a plan; what is said of it changes it, and one tap leads to the mix', async ({
  page,
}) => {
  await openAs(page, 'Bram Addy');
  await page.keyboard.press('p');
  await expect(page.getByRole('heading', { level: 1, name: 'Plan' })).toBeVisible();
  await page.getByRole('radio', { name: /1 film/ }).click();
  await expect(page.getByRole('heading', { name: 'Hose wash' })).toBeVisible();
  await expect(steps(page)).toHaveCount(15);
  await expect(step(page, 'Wheels')).toContainText('Sleeper Wheel Gel');
  await page.getByRole('radio', { name: /3 heavy/ }).click();
  await expect(step(page, 'Pre-wash')).toHaveCount(2);
  await expect(step(page, 'Pre-wash').first()).toContainText('Orchard Pre-wash');
  await expect(page.getByText('Not complete.')).toHaveCount(0);

  // A zone that was tapped keeps its level, the rest follow.
  await tap(page, 'bonnet');
  await expect(page.getByRole('button', { name: /^bonnet: 3 heavy; / })).toBeVisible();
  await expect(page.getByRole('button', { name: /^roof: 2 grime, assumed/ })).toBeVisible();
  await choose(page, 'A tap on a zone', /drops insects/);
  await tap(page, 'front');
  await expect(step(page, 'Soak the spots')).toContainText('Windfall Insect Soak');

  await step(page, 'Dry').getByText('Why').first().click();
  await expect(step(page, 'Dry')).toContainText('House rule, drying: the other way, without anything');
  // As much as the plan takes of it, and a little more.
  await step(page, 'Foam').getByRole('link', { name: 'Mix it' }).click();
  await expect(page.getByLabel('How much to make')).toHaveValue('600 ml');
  await expect(page.getByTestId('reading-water')).toBeVisible();
  await page.goBack();
  await page.reload();
  await expect(page.getByRole('radio', { name: /3 heavy/ })).toBeChecked();
  await expect(step(page, 'Soak the spots')).toBeVisible();
  await page.getByRole('button', { name: 'Another vehicle' }).click();
  await expect(page.getByRole('radio', { checked: true })).toHaveCount(0);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('a vehicle that can’t be washed as it stands says what would allow it, and a manager’s word is named', async ({
    page,
  }) => {
    await openAs(page, 'Noor Pell');
    await page.getByRole('link', { name: 'Plan' }).click();
    await page.getByRole('radio', { name: /3 heavy/ }).click();
    await openParts(page, 'Water, place and people');
    await choose(page, 'Water', 'none');
    await expect(page.getByRole('heading', { name: 'Not as it stands' })).toBeVisible();
    await expect(page.getByRole('alert')).toContainText('Bring it to a bay');
    await page.getByText('A bay is near').click();
    await expect(page.getByRole('heading', { name: 'Not as it stands' })).toBeVisible();
    await choose(page, 'Water', 'a hose');
    await openParts(page, 'Brakes and wheels');
    await choose(page, 'Front brakes', 'carbon-ceramic');
    await expect(step(page, 'Wheels').filter({ hasText: 'in front' })).toContainText('Millpond Shampoo');
    await choose(page, 'A tap on a zone', /drops iron/);
    await tap(page, 'wheels');
    await expect(step(page, 'Iron remover on the wheels').getByRole('alert')).toContainText(
      'Rail iron is held back: Iron remover attacks carbon-ceramic discs',
    );
    await expect(page.getByText('Not complete.')).toBeVisible();
  });
});

test('what is to be pressed stays where it is when the windows of a plan come late', async ({ page }) => {
  await page.route('**/plan.worker*', async (route) => {
    await new Promise((done) => setTimeout(done, 2000));
    await route.continue();
  });
  await openAs(page, 'Bram Addy', '/plan?job=7');
  const first = steps(page).first();
  await expect(first).toBeVisible();
  await expect(steps(page).filter({ hasText: 'off within' })).toHaveCount(0);
  const before = await first.boundingBox();
  await expect(steps(page).filter({ hasText: 'off within' }).first()).toBeVisible();
  expect((await first.boundingBox())?.y).toBe(before?.y);
});

test('what a lost connection kept from being worked out is worked out once it is back', async ({ page }) => {
  let asked = 0;
  const reached = await instead(page, '**/plan.worker*', (route) => {
    asked += 1;
    return route.abort();
  });
  await openAs(page, 'Bram Addy', '/plan?job=7');
  await expect(steps(page).first()).toBeVisible();
  await expect.poll(() => asked).toBeGreaterThan(0);
  const begin = page.getByRole('button', { name: 'Begin it' });
  await expect(begin).toHaveCount(0);
  await reached();
  await expect(begin).toBeVisible();
});

test('a vehicle goes on the list, a manager’s word lifts what is held back, and done it is known when it comes again', async ({
  page,
  joins,
}) => {
  await openAs(page, 'Bram Addy');
  await page.keyboard.press('p');
  await page.getByLabel('Vehicle or plate').fill('Grey coupe');
  await page.getByRole('radio', { name: /2 grime/ }).click();
  await openParts(page, 'Brakes and wheels');
  await choose(page, 'Front brakes', 'carbon-ceramic');
  await choose(page, 'A tap on a zone', /drops iron/);
  await tap(page, 'wheels');
  const iron = step(page, 'Iron remover on the wheels');
  await expect(iron).toContainText('A manager decides, once it is on the list.');
  // What soaks has its window, and the plan its course.
  await expect(step(page, 'Pre-wash')).toContainText('The foam goes over it while it lies.');
  await expect(step(page, 'Pre-wash')).toContainText('off within');
  await expect(page.getByRole('region', { name: 'The course' })).toContainText('Wash by hand');

  await page.getByRole('button', { name: 'Put it on the list' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Time').fill('9');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Write a time such as 09:30');
  await dialog.getByLabel('Time').fill('15:30');
  await choose(page, 'Bay or van', 'Bay 3');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Grey coupe' })).toBeVisible();

  await iron.getByRole('button', { name: 'A manager allows it' }).click();
  await expect(iron.getByRole('alert').last()).toContainText('That is left to a manager.');
  const hester = await joins('Hester Quill');
  await hester.goto(new URL(page.url()).pathname + new URL(page.url()).search);
  await step(hester, 'Iron remover on the wheels')
    .getByRole('button', { name: 'A manager allows it' })
    .click();
  await expect(iron).toContainText('A manager gave their word.');
  await expect(iron).toContainText('Branch Line Iron Remover');
  const hers = step(hester, 'Iron remover on the wheels');
  await hers.getByRole('button', { name: 'Take it back' }).click();
  await expect(iron).not.toContainText('A manager gave their word.');
  await hers.getByRole('button', { name: 'A manager allows it' }).click();
  await expect(iron).toContainText('A manager gave their word.');

  // Two answer differently: what one has not saved stays, and it is said; what the other said beside it comes along.
  await page.getByRole('radio', { name: /4 caked/ }).click();
  await hester.getByRole('radio', { name: /1 film/ }).click();
  await openParts(hester, 'What is special');
  await hester.getByText('Swirled paint').click();
  await hester.getByRole('button', { name: 'Save what changed' }).click();
  await hester.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  const list = page.getByRole('region', { name: 'On the list' });
  await expect(list.getByRole('status')).toContainText('Somebody else has answered differently');
  await expect(page.locator('summary').filter({ hasText: 'What is special' })).toContainText('Swirled paint');
  await expect(page.getByRole('radio', { name: /4 caked/ })).toBeChecked();
  await list.getByRole('button', { name: 'Take theirs' }).click();
  await expect(page.getByRole('radio', { name: /1 film/ })).toBeChecked();
  await page.getByRole('radio', { name: /2 grime/ }).click();
  await list.getByRole('button', { name: 'Save what changed' }).click();
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(list.getByRole('button', { name: 'Change', exact: true })).toBeVisible();

  await page.getByRole('link', { name: 'The day' }).click();
  const vehicles = page.getByRole('region', { name: 'Vehicles' });
  await expect(vehicles.getByRole('link', { name: /15:30 Grey coupe/ })).toContainText('Hose wash, grime');
  await expect(page.getByRole('region', { name: 'Bay 3' })).toContainText('Grey coupe');
  const file = page.waitForEvent('download');
  await page.getByRole('button', { name: 'As PDF' }).click();
  expect((await file).suggestedFilename()).toBe('prepare.pdf');

  await vehicles.getByRole('link', { name: /Grey coupe/ }).click();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(dialog.getByRole('checkbox', { name: 'Iron, wheels' })).toBeChecked();
  await dialog.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('region', { name: 'On the list' })).toContainText('Done, Bram Addy.');
  await expect(page.getByRole('region', { name: 'On record' })).toContainText('Iron, wheels, last 4 May');

  await page.getByRole('button', { name: 'Another vehicle' }).click();
  await page.getByLabel('Vehicle or plate').fill('grey');
  await page.getByRole('button', { name: /Grey coupe/ }).click();
  await expect(page.getByLabel('Vehicle or plate')).toHaveValue('Grey coupe');
  await expect(page.getByRole('region', { name: 'On record' })).toContainText('Iron, wheels');
  await openParts(page, 'Brakes and wheels');
  await expect(page.getByLabel('Front brakes')).toContainText('carbon-ceramic');
  await expect(page.getByRole('radio', { checked: true })).toHaveCount(0);
});

test('by another method in one tap; a calendar is looked at before it comes on the list', async ({
  page,
}) => {
  await openAs(page, 'Odo Marsh');
  await page.keyboard.press('p');
  await page.getByRole('radio', { name: /1 film/ }).click();
  const methods = page.getByRole('region', { name: 'By every method' });
  await methods.getByRole('listitem').filter({ hasText: 'Rinseless wash' }).getByRole('button').click();
  await expect(page.getByRole('heading', { name: 'Rinseless wash', exact: true })).toBeVisible();
  await methods.getByRole('button', { name: 'Whichever suits' }).click();
  await expect(page.getByRole('heading', { name: 'Hose wash' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'When today' })).toContainText('min');
  // Two at once need less time for the same, and each has their half of the bars.
  const course = page.getByRole('region', { name: 'The course' });
  await expect(course).toContainText('No order of this keeps to every window in less time.');
  await openParts(page, 'Water, place and people');
  await choose(page, 'People', 'two at once');
  await expect(course).toContainText('Above one of the two, below the other.');
  await expect(page.locator('summary').filter({ hasText: 'two at once' })).toBeVisible();

  await page.getByRole('link', { name: 'The day' }).click();
  await page.getByRole('button', { name: 'Calendar and spreadsheet' }).click();
  const event = (uid: string, ...lines: string[]) =>
    ['BEGIN:VEVENT', `UID:${uid}`, ...lines, 'END:VEVENT'].join('\r\n');
  await page.getByLabel('Choose the file').setInputFiles({
    name: 'week.ics',
    mimeType: 'text/calendar',
    buffer: Buffer.from(
      [
        'BEGIN:VCALENDAR',
        'VERSION:2.0',
        event('a', 'SUMMARY:Beech van', 'DTSTART:20260504T150000Z'),
        event('b', 'SUMMARY:Every week', 'DTSTART:20260504T160000Z', 'RRULE:FREQ=WEEKLY'),
        'END:VCALENDAR',
      ].join('\r\n'),
    ),
  });
  const found = page.getByRole('region', { name: 'In the calendar' });
  await expect(found).toContainText('1 would come on the list, 0 are there already.');
  await expect(found).toContainText('It comes again and again.');
  await expect(page.getByRole('region', { name: 'Vehicles' })).not.toContainText('Beech van');
  await found.getByRole('button', { name: 'Bring them in' }).click();
  await expect(page.getByRole('region', { name: 'Vehicles' })).toContainText('Beech van');
  await page.getByRole('link', { name: 'Yard' }).first().click();
  await expect(page.getByRole('region', { name: 'Waiting today' })).toContainText('Beech van');
});

test('an answer that is lost is asked for again: cancelled once, done once, and nothing of the one stands in the other’s way', async ({
  page,
}) => {
  await openAs(page, 'Odo Marsh', '/plan?job=7');
  const list = page.getByRole('region', { name: 'On the list' });
  let lost = 1;
  await page.route('**/api/jobs/7/ends', async (route) => {
    if (lost === 0) return route.fallback();
    lost -= 1;
    await route.fetch();
    await route.abort();
  });
  await list.getByRole('button', { name: 'Cancel the job' }).click();
  // It was done, and that is seen; what was said of the lost answer holds no longer.
  await expect(list).toContainText('Cancelled, Odo Marsh.');
  await expect(list.getByRole('alert')).toHaveCount(0);
  await list.getByRole('button', { name: 'Put it back on the list' }).click();
  // Meant anew it is done anew, though the first was never answered.
  await list.getByRole('button', { name: 'Cancel the job' }).click();
  await expect(list).toContainText('Cancelled, Odo Marsh.');
  await list.getByRole('button', { name: 'Put it back on the list' }).click();

  lost = 1;
  await list.getByRole('button', { name: 'Done', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Done' }).click();
  await expect(dialog.getByRole('alert')).toContainText("can't be reached");
  await dialog.getByRole('button', { name: 'Done' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(list).toContainText('Done, Odo Marsh.');
});
