import { cpSync, rmSync } from 'node:fs';
import { demoBooks, MORNING, RunningShop } from './runningShop.ts';

/** Makes the demo shop's books once, for every test to copy. */
export default async function makeDemoBooks(): Promise<void> {
  const shop = await new RunningShop(['--demo', '--now', MORNING]).start();
  await shop.end();
  rmSync(demoBooks, { recursive: true, force: true });
  cpSync(shop.folder, demoBooks, { recursive: true });
  await shop.clear();
}
