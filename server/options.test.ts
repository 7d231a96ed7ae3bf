import { describe, expect, it } from 'vitest';
import { BadOption, readOptions } from './options.ts';

describe('the command line', () => {
  it('opens a shop’s own books on its network, and the demo’s on this machine alone', () => {
    expect(readOptions([])).toMatchObject({
      demo: false,
      fresh: false,
      host: '0.0.0.0',
      port: null,
      startAt: null,
    });
    const demo = readOptions(['--demo']);
    expect(demo).toMatchObject({ demo: true, host: '127.0.0.1' });
    expect(demo.folder).toMatch(/data\/demo$/);
    expect(readOptions([]).folder).toMatch(/data\/shop$/);
  });

  it('takes a port, a folder, a host and an instant to start at', () => {
    const options = readOptions([
      '--port',
      '0',
      '--data',
      '/tmp/books',
      '--host',
      '::1',
      '--now',
      '2026-05-04T09:30:00Z',
    ]);
    expect(options).toMatchObject({ port: 0, folder: '/tmp/books', host: '::1' });
    expect(options.startAt?.toISOString()).toBe('2026-05-04T09:30:00.000Z');
  });

  it.each([
    [['--port', 'many'], '--port many is not a port. Give a number from 1 to 65535.'],
    [['--port', '70000'], 'is not a port'],
    [['--port', '1.5'], 'is not a port'],
    [['--now', 'noon'], '--now noon is not a time.'],
    [['--fresh'], '--fresh is for the demo only'],
    [['--frsh'], 'Known: --data, --port, --host, --now'],
    [['--port'], 'Known: --data, --port'],
  ])('refuses %o with a sentence for the terminal', (args, words) => {
    expect(() => readOptions(args)).toThrow(BadOption);
    expect(() => readOptions(args)).toThrow(words);
  });
});
