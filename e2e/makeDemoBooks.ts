import { cpSync } from 'node:fs';
import { preparedOnce } from '../server/testing/demoSnapshot.ts';
import { MORNING, RunningShop } from './runningShop.ts';

/** Makes the demo shop's books once, for every test to copy. */
export default async function makeDemoBooks(): Promise<void> {
  process.env.KETTLE_DEMO_BOOKS = await preparedOnce('e2e-demo', async (folder) => {
    const shop = await new RunningShop(['--demo', '--now', MORNING]).start();
    await shop.end();
    // Opened once more, so that the copy of the day is made once and not by every test.
    await shop.start();
    await shop.end();
    cpSync(shop.folder, folder, { recursive: true });
    await shop.clear();
  });
}
