import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const HANGS = fileURLToPath(new URL('./testing/hangs.ts', import.meta.url));

/** All that a program and the one in its place say, until both are done. */
const said = (how: string): Promise<string> =>
  new Promise((done) => {
    let text = '';
    const child = spawn(process.execPath, ['--import', 'tsx', HANGS, how], {
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    child.stdout.on('data', (chunk) => (text += chunk));
    child.stderr.on('data', (chunk) => (text += chunk));
    child.once('close', () => done(text));
  });

describe('the watch over the program', () => {
  it.each([
    ['spins and answers nobody', 'spins', 'The program hangs'],
    ['has a database that refuses every question', 'refuses', 'The database no longer answers'],
  ])('ends one that %s, and starts it again', async (_, how, words) => {
    const text = await said(how);
    expect(text).toContain(words);
    const [first, again] = [/first (\d+)/.exec(text)?.[1], /again (\d+)/.exec(text)?.[1]];
    expect(first).toMatch(/\d/);
    expect(again).toMatch(/\d/);
    expect(again).not.toBe(first);
  });

  it('leaves one alone that works', async () => {
    expect(await said('works')).toMatch(/^first \d+\n$/);
  });
});
