import { pino } from 'pino';
import { describe, expect, it, vi } from 'vitest';
import { Works } from './works.ts';

const quiet = pino({ level: 'silent' });
const settled = (works: Works, id: string) =>
  vi.waitFor(() => {
    const work = works.of(id);
    expect(work?.state).not.toBe('running');
    return work;
  });

describe('long work', () => {
  it('tells how far it has come, and what came of it', async () => {
    const works = new Works(quiet);
    let goOn = () => {};
    const { id } = works.start('a', async ({ come }) => {
      come(3, 7);
      await new Promise<void>((done) => {
        goOn = done;
      });
      return { sum: 12 };
    });
    await vi.waitFor(() => expect(works.of(id)).toMatchObject({ state: 'running', done: 3, of: 7 }));
    goOn();
    expect(await settled(works, id)).toMatchObject({ state: 'done', done: 7, of: 7, result: { sum: 12 } });
  });

  it('is done once where the same is asked twice, and one piece after the other where it is not', async () => {
    const works = new Works(quiet);
    let [running, most] = [0, 0];
    const does = async () => {
      most = Math.max(most, ++running);
      await new Promise((done) => setTimeout(done, 5));
      running--;
    };
    const first = works.start('a', does);
    expect(works.start('a', does).id).toBe(first.id);
    const other = works.start('b', does);
    expect(other.id).not.toBe(first.id);
    await settled(works, other.id);
    expect(most).toBe(1);
    // What is over is asked anew: the books may have moved on.
    expect(works.start('a', does).id).not.toBe(first.id);
  });

  it('stops before its next piece where nobody wants it any more, and what is asked next is done all the same', async () => {
    const works = new Works(quiet);
    let pieces = 0;
    const { id } = works.start('a', async ({ wanted }) => {
      for (; pieces < 1_000; pieces++) {
        wanted();
        await new Promise((done) => setTimeout(done, 1));
      }
    });
    works.cancel(id);
    expect(await settled(works, id)).toMatchObject({ state: 'cancelled' });
    expect(pieces).toBeLessThan(1_000);
    const next = works.start('a', async () => 1);
    expect(next.id).not.toBe(id);
    expect(await settled(works, next.id)).toMatchObject({ state: 'done', result: 1 });
  });

  it('all stops where the program does, and nothing is asked of books that are closed', async () => {
    const works = new Works(quiet);
    let pieces = 0;
    const does = async ({ wanted }: { wanted: () => void }) => {
      for (;;) {
        wanted();
        pieces++;
        await new Promise((done) => setTimeout(done, 2));
      }
    };
    const [first, waiting] = [works.start('a', does), works.start('b', does)];
    await vi.waitFor(() => expect(pieces).toBeGreaterThan(1));
    await works.stop();
    const then = pieces;
    await new Promise((done) => setTimeout(done, 20));
    expect(pieces).toBe(then);
    for (const { id } of [first, waiting]) expect(works.of(id)?.state).toBe('cancelled');
  });

  it('that fails says so and holds up nothing; of many the oldest are forgotten', async () => {
    const works = new Works(quiet);
    const { id } = works.start('a', () => Promise.reject(new Error('no')));
    expect(await settled(works, id)).toMatchObject({ state: 'failed' });
    let last = '';
    for (let n = 0; n < 12; n++) {
      last = works.start(`b ${n}`, async () => n).id;
      await settled(works, last);
    }
    expect(works.of(id)).toBeUndefined();
    expect(works.of(last)).toMatchObject({ result: 11 });
  });
});
