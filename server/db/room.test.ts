import { expect, it, vi } from 'vitest';
import { untilRoom } from './room.ts';

it('books wait for room to be opened in, say so once, and are opened by themselves once there is some', async () => {
  const said: string[] = [];
  const free = vi.fn(() => (free.mock.calls.length < 3 ? 1e6 : 1e9));
  await untilRoom('data/shop', (words) => said.push(words), free);
  expect(free).toHaveBeenCalledTimes(3);
  expect(said).toEqual([
    'The disk that data/shop lies on is full. The shop opens as soon as there is room on it.',
  ]);
});
