// Serves the demo shop to the tests of one worker, one after the other, each on books of its own: the program's own code,
// started once. Tests that end or kill the program start it by itself instead.
import { pino } from 'pino';
import type * as Program from '../server/openShop.ts';
import { readOptions } from '../server/options.ts';
import type { Serving } from '../server/serve.ts';
import { SteadyTime } from '../server/steadyTime.ts';

export type Asked = { open: string[] } | { close: true };

// Built, as it is started: it opens in a third of the time.
const { openShop } = (await import(
  new URL('../dist/program/openShop.js', import.meta.url).href
)) as typeof Program;

let serving: Serving | null = null;

process.on('message', async (asked: Asked) => {
  try {
    if ('open' in asked) {
      const options = readOptions(asked.open);
      serving = await openShop(options, new SteadyTime(options.startAt), pino({ level: 'warn' }));
      process.send?.({ address: serving.address.replace(/\/$/, '') });
    } else {
      await serving?.stop();
      serving = null;
      process.send?.({ closed: true });
    }
  } catch (error) {
    process.send?.({ failed: String(error) });
  }
});
process.on('disconnect', () => process.exit(0));
