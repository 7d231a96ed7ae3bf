import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it, onTestFinished } from 'vitest';
import { freshFolder } from '../testing/freshBooks.ts';
import { BooksInUse, takeLock } from './lock.ts';

const NOW = new Date('2026-05-04T08:30:00Z');
const lockFile = () => join(freshFolder(), 'books.lock');
const left = (holder: object) =>
  JSON.stringify({ bornAt: null, host: hostname(), since: NOW.toISOString(), address: null, ...holder });

/** A process that has ended and whose parent has not noticed. */
async function zombie(): Promise<number> {
  // It waits until its parent is one that never looks.
  const untilThen = 'until [ "$(cat /proc/$$/comm)" = sleep ]; do sleep 0.01; done';
  const parent = spawn('bash', ['-c', `(${untilThen}) & echo $!; exec sleep 60`], {
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  onTestFinished(() => void parent.kill());
  const [said] = (await once(parent.stdout, 'data')) as [Buffer];
  const pid = Number(said.toString());
  await expect.poll(() => readFileSync(`/proc/${pid}/stat`, 'utf8'), { timeout: 10_000 }).toMatch(/\) Z /);
  return pid;
}

describe('the lock on the books', () => {
  it('is held by one, who is named with their address to the second', () => {
    const file = lockFile();
    const lock = takeLock(file, NOW);
    lock.tellAddress('http://192.0.2.10:4600/');
    expect(() => takeLock(file, NOW)).toThrow(
      new RegExp(`process ${process.pid} on .*, at http://192.0.2.10:4600/`),
    );
    lock.release();
    takeLock(file, NOW).release();
    expect(existsSync(file)).toBe(false);
  });

  it.each([
    ['a process that is gone', left({ pid: 2 ** 22 + 1 })],
    ['a process whose number another one has now', left({ pid: process.pid, bornAt: 'another-boot/1' })],
    ['nobody: it is empty', ''],
    ['nobody: it is a number', '5'],
    ['nobody: it is cut short', left({ pid: process.pid }).slice(0, 20)],
    ['nobody: it is none', 'null'],
  ])('is taken over from %s', (_, content) => {
    const file = lockFile();
    writeFileSync(file, content);
    takeLock(file, NOW).release();
  });

  it('is taken over from a process that has ended and waits to be noticed', async () => {
    const file = lockFile();
    writeFileSync(file, left({ pid: await zombie() }));
    takeLock(file, NOW).release();
  });

  it('is believed where it is from another machine, and says how to go on if that is gone', () => {
    const file = lockFile();
    writeFileSync(file, left({ pid: 1, host: 'another-machine' }));
    expect(() => takeLock(file, NOW)).toThrow(/another-machine.*If you are certain it is gone, delete/);
  });

  it('that is a folder is a sentence', () => {
    const file = lockFile();
    mkdirSync(file);
    expect(() => takeLock(file, NOW)).toThrow(BooksInUse);
    expect(() => takeLock(file, NOW)).toThrow(/Something else stands where the lock/);
  });
});
