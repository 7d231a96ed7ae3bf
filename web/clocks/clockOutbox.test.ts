import 'fake-indexeddb/auto';
import { get, set } from 'idb-keyval';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { flush, takeUpOutbox, useOutbox } from '../state/outbox.ts';
import { clockOutbox } from './clockOutbox.ts';

type Asked = { path: string; body: Record<string, unknown>; key: string | null };
type Answer = { status: number; body: unknown } | 'lost';

/** Stands for the network: keeps what was sent, and answers in turn as told, the last answer again and again. */
function answering(...answers: Answer[]): Asked[] {
  const asked: Asked[] = [];
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    asked.push({
      path,
      body: JSON.parse(String(init.body)),
      key: new Headers(init.headers).get('Idempotency-Key'),
    });
    const answer = answers.length > 1 ? answers.shift() : answers[0];
    if (!answer || answer === 'lost') throw new TypeError('no network');
    return new Response(JSON.stringify(answer.body), { status: answer.status });
  });
  return asked;
}
const clock = (key: string) => ({ status: 201, body: { key, layers: [], endedAt: null } });
const refused = (code: string) => ({
  status: 409,
  body: { status: 409, code, detail: 'Odo ended it.', remedy: '' },
});
const end = (clockKey: string) =>
  clockOutbox.send({
    subject: clockKey,
    path: `/clocks/${clockKey}/ends`,
    body: { how: 'rinsed' },
    personId: 3,
    what: ['Rinsed: {0} in {1}', 'foam', 'Bay 1'],
    effect: { kind: 'end', how: 'rinsed', by: 'Ada' },
  });

afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
  useOutbox.setState({ waiting: [], refused: [], held: null });
});

describe('what is done to clocks', () => {
  it('is taken up from the device, also as an earlier version of the program left it', async () => {
    const asked = answering(clock('k1'));
    const { id, at, personId, path, body } = {
      ...{ id: 'c'.repeat(32), at: '2026-05-04T08:00:00Z', personId: 3 },
      ...{ path: '/clocks/k1/ends', body: { how: 'rinsed' } },
    };
    await set('kettle-outbox', [
      { id, at, personId, path, body, clockKey: 'k1', what: 'Rinsed: foam', effect: { kind: 'note' } },
    ]);
    await takeUpOutbox();
    expect(clockOutbox.of(useOutbox.getState().waiting)).toMatchObject([
      { id, kind: 'clock', subject: 'k1', what: ['Rinsed: foam'] },
    ]);
    await flush(3);
    expect(asked[0]).toMatchObject({ path: '/api/clocks/k1/ends', key: id, body: { occurredAt: at } });
    expect(useOutbox.getState().waiting).toEqual([]);
    await expect.poll(() => get('kettle-outbox')).toEqual([]);
  });

  it('is sent under a key of its own, with when it happened', async () => {
    const asked = answering(clock('k1'));
    await end('k1');
    expect(asked).toHaveLength(1);
    expect(asked[0]).toMatchObject({ path: '/api/clocks/k1/ends', body: { how: 'rinsed' } });
    expect(asked[0]?.body.occurredAt).toMatch(/^\d{4}-\d\d-\d\dT.*Z$/);
    expect(asked[0]?.key).toMatch(/^[a-f0-9]{32}$/);
    expect(useOutbox.getState()).toMatchObject({ waiting: [], held: null });
  });

  it('waits without a connection, in order, and goes again under the same keys', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    const lost = answering('lost');
    await end('k1');
    await end('k2');
    expect(useOutbox.getState().held?.code).toBe('connection.lost');
    expect(useOutbox.getState().waiting.map((s) => s.subject)).toEqual(['k1', 'k2']);
    const keys = useOutbox.getState().waiting.map((s) => s.id);
    expect(lost.every((a) => a.key === keys[0])).toBe(true);
    const asked = answering(clock('k1'), clock('k2'));
    await vi.advanceTimersByTimeAsync(3_100);
    expect(asked.map((a) => a.key)).toEqual(keys);
    expect(useOutbox.getState()).toMatchObject({ waiting: [], held: null });
  });

  it('waits for the one who did it where someone else is signed in', async () => {
    const asked = answering(clock('k1'));
    useOutbox.setState({
      waiting: [
        {
          id: 'a'.repeat(32),
          kind: 'clock',
          subject: 'k0',
          path: '/clocks/k0/ends',
          body: {},
          at: '2026-05-04T08:00:00Z',
          personId: 7,
          what: [''],
          effect: { kind: 'note' },
        },
      ],
    });
    await end('k1');
    expect(asked).toHaveLength(1);
    expect(useOutbox.getState().waiting.map((s) => s.personId)).toEqual([7]);
  });

  it('is told where it is refused, and goes no further', async () => {
    const asked = answering(refused('clock.ended'));
    await end('k1');
    expect(asked).toHaveLength(1);
    expect(useOutbox.getState()).toMatchObject({
      waiting: [],
      refused: [
        { what: ['Rinsed: {0} in {1}', 'foam', 'Bay 1'], problem: { code: 'clock.ended' }, kept: false },
      ],
    });
  });

  it('is kept for a lead where it is refused late, and is not let go before it is', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    const late = {
      id: 'b'.repeat(32),
      kind: 'clock',
      subject: 'k1',
      path: '/clocks/k1/ends',
      body: { how: 'rinsed' },
      at: '2026-05-04T08:00:00Z',
      personId: 3,
      what: ['Rinsed'] as const,
      effect: { kind: 'note' } as const,
    };
    useOutbox.setState({ waiting: [late] });
    answering(refused('clock.ended'), 'lost');
    await end('k2').catch(() => undefined);
    expect(useOutbox.getState().waiting[0]?.id).toBe(late.id);
    const asked = answering(refused('clock.ended'), { status: 201, body: [] }, clock('k2'));
    await vi.advanceTimersByTimeAsync(3_100);
    expect(asked[1]).toMatchObject({
      path: '/api/unsettled',
      body: { what: ['Rinsed'], refusal: { code: 'clock.ended', detail: 'Odo ended it.' }, path: late.path },
    });
    expect(asked[1]?.key).toBe(`late-${late.id}`);
    expect(useOutbox.getState()).toMatchObject({ waiting: [], refused: [{ kept: true }] });
  });

  it('does not hold up what comes after a command the program stumbles over each time', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    const fault = { status: 500, body: { status: 500, code: 'fault', detail: 'A fault.' } };
    const asked = answering(fault, fault, fault, fault, { status: 201, body: [] }, clock('k2'));
    await end('k1');
    await end('k2');
    // Each try waits twice as long as the one before.
    await vi.advanceTimersByTimeAsync(3_000 + 6_000 + 12_000 + 24_000);
    expect(asked.map((a) => a.path)).toEqual([
      ...Array(4).fill('/api/clocks/k1/ends'),
      '/api/unsettled',
      '/api/clocks/k2/ends',
    ]);
    expect(useOutbox.getState()).toMatchObject({ waiting: [], refused: [{ kept: true }] });
  });

  it('waits, and says why, for as long as the books take nothing', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    const full = { status: 503, body: { status: 503, code: 'disk.full', detail: 'The disk is full.' } };
    const asked = answering(...Array(6).fill(full), clock('k1'));
    await end('k1');
    await vi.advanceTimersByTimeAsync(3_000 + 6_000 + 12_000 + 24_000 + 48_000);
    expect(useOutbox.getState()).toMatchObject({ held: { code: 'disk.full' }, refused: [] });
    expect(useOutbox.getState().waiting).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(60_000);
    expect(asked.every((a) => a.path === '/api/clocks/k1/ends')).toBe(true);
    expect(useOutbox.getState()).toMatchObject({ waiting: [], held: null });
  });

  it('waits where the session has ended, without being told as refused', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
    answering({ status: 401, body: { status: 401, code: 'session.none', detail: '' } });
    await end('k1');
    expect(useOutbox.getState().waiting).toHaveLength(1);
    expect(useOutbox.getState().refused).toEqual([]);
    answering('lost');
  });
});
