import { cpSync, existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { preparedOnce } from '../server/testing/demoSnapshot.ts';
import { EARLIER, MORNING, RunningShop } from './runningShop.ts';

/** Makes the demo shop's books once, for every test to copy. */
export default async function makeDemoBooks(): Promise<void> {
  process.env.KETTLE_DEMO_BOOKS = await preparedOnce('e2e-demo', async (folder) => {
    const shop = await new RunningShop(['--demo', '--now', MORNING]).start();
    await shop.end();
    // Opened once more, so that the copy of the day is made once and not by every test. It is made before the time they
    // open at: one of a time that has not come yet counts for none.
    await shop.start(0, EARLIER);
    const copies = join(shop.folder, 'backups');
    const made = () => existsSync(copies) && readdirSync(copies).some((name) => /^day-[\dT-]+$/.test(name));
    while (!made()) await new Promise((later) => setTimeout(later, 100));
    await shop.end();
    cpSync(shop.folder, folder, { recursive: true });
    await shop.clear();
  });
}
