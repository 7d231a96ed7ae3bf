import { chromium } from '@playwright/test';
import { CHROMIUM } from '../e2e/chromium.ts';
import { pickProduct, signIn } from '../e2e/steps.ts';

export type KeyTimes = { benchMs: number; emptyMs: number; longTasks: number };

/** The time from a keystroke to a laid-out page in Chromium, at the Bench and in a field nothing listens to: 95th percentiles. */
export async function keyTimes(address: string): Promise<KeyTimes> {
  const browser = await chromium.launch(CHROMIUM);
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: address });
    // The compiler marks functions with their names; the page knows nothing of that.
    await page.addInitScript('globalThis.__name = (f) => f');
    await page.goto('/');
    await signIn(page, 'Bram Addy');
    await pickProduct(page, 'Lime Kiln Foam');
    await page.waitForTimeout(1_000);
    return await page.evaluate(async () => {
      const field = [...document.querySelectorAll('input')].find(
        (i) => i.labels?.[0]?.textContent === 'Strength',
      );
      if (!field) throw new Error('no strength field');
      const empty = document.createElement('input');
      document.body.append(empty);
      const setValue = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set;
      let longTasks = 0;
      new PerformanceObserver((list) => {
        longTasks += list.getEntries().length;
      }).observe({ entryTypes: ['longtask'] });
      const key = (input: HTMLInputElement, text: string) => {
        const start = performance.now();
        setValue?.call(input, text);
        input.dispatchEvent(new InputEvent('input', { bubbles: true }));
        document.body.getBoundingClientRect();
        return performance.now() - start;
      };
      const p95 = async (input: HTMLInputElement) => {
        const taken: number[] = [];
        for (let i = 0; i < 240; i++) {
          taken.push(key(input, `1:${5 + (i % 60)}`));
          await new Promise((next) => setTimeout(next, 8));
        }
        return taken.sort((a, b) => a - b)[Math.floor(taken.length * 0.95)] as number;
      };
      await p95(field);
      const benchMs = await p95(field);
      const emptyMs = await p95(empty);
      await new Promise((next) => setTimeout(next, 1_500));
      return { benchMs, emptyMs, longTasks };
    });
  } finally {
    await browser.close();
  }
}
