import { expect, type Page } from '@playwright/test';

/** Seconds of somebody who types 40 words a minute: a key, a tap with looking for it, thinking before each field or button. */
const KEY_S = 0.28;
const TAP_S = 1.3;
const THINK_S = 1.35;

/**
 * Somebody who has never seen the program: what they do is counted, and how long it would take them reckoned by the
 * keystroke-level model (Card, Moran and Newell, 1980), so that it is the same on any machine.
 */
export class FirstUser {
  keys = 0;
  taps = 0;
  thoughts = 0;

  constructor(readonly page: Page) {}

  get seconds(): number {
    return this.keys * KEY_S + this.taps * TAP_S + this.thoughts * THINK_S;
  }

  async type(label: string | RegExp, text: string, exact = true): Promise<void> {
    this.thoughts++;
    this.taps++;
    this.keys += text.length;
    await this.page.getByLabel(label, { exact }).fill(text);
  }

  async choose(label: string, option: string | RegExp): Promise<void> {
    this.thoughts++;
    this.taps += 2;
    await this.page.getByRole('combobox', { name: label, exact: true }).click();
    await this.page
      .getByRole('option', { name: option, ...(typeof option === 'string' && { exact: true }) })
      .click();
  }

  async tap(
    role: 'button' | 'link' | 'radio',
    name: string | RegExp,
    exact = typeof name === 'string',
  ): Promise<void> {
    this.thoughts++;
    this.taps++;
    await this.page.getByRole(role, { name, exact }).click();
  }

  /** Looks at a page that has come. */
  async sees(heading: string | RegExp): Promise<void> {
    this.thoughts++;
    await expect(this.page.getByRole('heading', { level: 1, name: heading })).toBeVisible();
  }
}
