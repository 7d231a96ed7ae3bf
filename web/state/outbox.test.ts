import 'fake-indexeddb/auto';
import { createStore, get, keys } from 'idb-keyval';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { toSay } from '#core/say.ts';
import { largeOf } from './largeKept.ts';
import { flush, outboxOf, useOutbox } from './outbox.ts';

const texts = () => createStore('kettle-large', 'texts');
const taken = vi.fn();
const outbox = outboxOf<null, unknown>('made-up', taken);
const send = (subject: string, large?: { field: string; text: string }) =>
  outbox.send(
    {
      subject,
      path: `/things/${subject}`,
      body: { subject },
      personId: 4,
      what: toSay(subject),
      effect: null,
    },
    large,
  );

let answers: (number | 'lost')[] = [];
let asked: { path: string; body: Record<string, unknown> }[] = [];
beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  asked = [];
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    asked.push({ path, body: JSON.parse(String(init.body)) });
    const answer = (answers.length > 1 ? answers.shift() : answers[0]) ?? 'lost';
    if (answer === 'lost') throw new TypeError('no network');
    const body = answer < 300 ? {} : { status: answer, code: 'photo.many', detail: 'Too many.' };
    return new Response(JSON.stringify(body), { status: answer });
  });
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
  useOutbox.setState({ waiting: [], refused: [], held: null });
});
const posted = () => asked.map((a) => a.path.replace('/api/things/', ''));

describe('what is large and waits', () => {
  it('is kept by itself, and forgotten once it was sent', async () => {
    answers = ['lost'];
    await send('photo', { field: 'jpeg', text: 'x'.repeat(1_000) });
    const [waiting] = useOutbox.getState().waiting;
    expect(JSON.stringify(await get('kettle-outbox'))).not.toContain('xxxx');
    expect(await get(waiting?.id ?? '', texts())).toHaveLength(1_000);
    expect(await largeOf(waiting?.id ?? '')).toHaveLength(1_000);
    answers = [201];
    asked = [];
    await flush(4);
    expect(asked).toMatchObject([{ body: { subject: 'photo', jpeg: 'x'.repeat(1_000) } }]);
    expect(useOutbox.getState().waiting).toEqual([]);
    await vi.waitFor(async () => expect(await keys(texts())).toEqual([]));
    expect(await largeOf(waiting?.id ?? '')).toBeNull();
  });

  it('holds up nothing else: it is sent last, in its own order', async () => {
    answers = ['lost'];
    await send('first photo', { field: 'jpeg', text: 'a' });
    await send('step begun');
    await send('second photo', { field: 'jpeg', text: 'b' });
    await send('step done');
    answers = [201];
    asked = [];
    await flush(4);
    expect(posted()).toEqual(['step begun', 'step done', 'first photo', 'second photo']);
  });

  it('that is refused is said, and let go of', async () => {
    answers = [409];
    await send('photo', { field: 'jpeg', text: 'a' });
    expect(useOutbox.getState()).toMatchObject({
      waiting: [],
      refused: [{ problem: { code: 'photo.many' } }],
    });
    await vi.waitFor(async () => expect(await keys(texts())).toEqual([]));
  });

  it('of somebody else waits until they are here', async () => {
    answers = ['lost'];
    await send('photo', { field: 'jpeg', text: 'a' });
    answers = [201];
    asked = [];
    await flush(5);
    expect([posted(), useOutbox.getState().waiting.length]).toEqual([[], 1]);
  });
});
