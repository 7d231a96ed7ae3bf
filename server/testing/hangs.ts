// A program that hangs once, and says so when it was started again: what the watchdog is tried on.
import { afterTheOther, watchOver } from '../watchdog.ts';

const again = process.env.KETTLE_AFTER !== undefined;
await afterTheOther();
console.log(again ? `again ${process.pid}` : `first ${process.pid}`);
if (again) process.exit(0);
const how = process.argv[2];
watchOver({
  ask: () => (how === 'refuses' ? Promise.reject(new Error('PGlite is closed')) : Promise.resolve()),
  beatMs: 50,
  silentMs: 1_800,
  askEveryMs: 50,
});
setInterval(() => {}, 1_000);
if (how === 'spins') {
  setTimeout(() => {
    for (;;);
  }, 500);
}
if (how === 'works') setTimeout(() => process.exit(0), 4_000);
