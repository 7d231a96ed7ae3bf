import { QueryObserver } from '@tanstack/react-query';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { askAgain, containersQuery, queryClient } from './queries.ts';

const settled = () => new Promise((done) => setTimeout(done, 5));

/** Answers of a server that are given when the test says so, each as things stand when it was asked. */
function slowServer() {
  const asked: (() => void)[] = [];
  let stock = 'before';
  const query = {
    ...containersQuery,
    queryFn: () => {
      const now = stock;
      return new Promise((answer) => asked.push(() => answer(now)));
    },
  } as never;
  const book = () => {
    stock = 'after';
  };
  return { query, asked, book };
}

describe('what is asked again', () => {
  afterEach(() => queryClient.clear());

  it('is not what was on its way when something was booked, not even where it is asked for the first time', async () => {
    const { query, asked, book } = slowServer();
    const seen = vi.fn();
    const stop = new QueryObserver(queryClient, query).subscribe(({ data }) => seen(data));
    await settled();
    book();
    askAgain('containers');
    await settled();
    for (const answer of asked) answer();
    await settled();
    expect(seen.mock.lastCall).toEqual(['after']);
    expect(seen).not.toHaveBeenCalledWith('before');
    stop();
  });

  it('is asked again by the next page where the page that asked is gone', async () => {
    const { query, asked, book } = slowServer();
    const leave = new QueryObserver(queryClient, query).subscribe(() => {});
    await settled();
    leave();
    book();
    askAgain('containers');
    await settled();
    for (const answer of asked) answer();
    await settled();
    const seen = vi.fn();
    const stop = new QueryObserver(queryClient, query).subscribe(({ data }) => seen(data));
    await settled();
    for (const answer of asked) answer();
    await settled();
    expect(seen.mock.lastCall).toEqual(['after']);
    stop();
  });
});
