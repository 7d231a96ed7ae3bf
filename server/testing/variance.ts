import { vi } from 'vitest';
import type { VarianceTold } from '#contract/variance.ts';
import type { Work } from '#contract/work.ts';
import type { Caller } from './demoShop.ts';

export const EVER = { from: null, to: null };

/** Has it worked out where it went, and waits for it. */
export async function variance(as: Caller, body: object = EVER): Promise<VarianceTold> {
  const asked = await as('post', '/api/variance', body, { key: null });
  if (asked.status !== 202) throw new Error(asked.text);
  return vi.waitFor(
    async () => {
      const work = (await as('get', asked.get('Location') as string)).body as Work<VarianceTold>;
      if (work.state !== 'done') throw new Error(work.state);
      return work.result;
    },
    { timeout: 60_000, interval: 50 },
  );
}
