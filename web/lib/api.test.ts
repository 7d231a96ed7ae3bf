import { afterEach, describe, expect, it, vi } from 'vitest';
import { ApiProblem, attach, get, newKey, patch, post, remove } from './api.ts';

type Sent = { path: string; init: RequestInit };

/** Stands for the network: keeps what was sent and answers as told. */
function answering(status: number, body: unknown): Sent[] {
  const sent: Sent[] = [];
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    sent.push({ path, init });
    return new Response(status === 204 ? null : typeof body === 'string' ? body : JSON.stringify(body), {
      status,
    });
  });
  return sent;
}
const headersOf = (sent: Sent[]) => new Headers(sent[0]?.init.headers);
const problemOf = async (asked: Promise<unknown>) => {
  const error = await asked.then(
    () => null,
    (e: unknown) => e,
  );
  if (!(error instanceof ApiProblem)) throw new Error('no problem');
  return error;
};
afterEach(() => vi.unstubAllGlobals());

describe('asking the shop’s machine', () => {
  it('gives back what it answers', async () => {
    const sent = answering(200, [{ id: 1 }]);
    expect(await get('/vessels')).toEqual([{ id: 1 }]);
    expect(sent[0]).toMatchObject({
      path: '/api/vessels',
      init: { method: 'GET', credentials: 'same-origin' },
    });
    expect(sent[0]?.init.body).toBeUndefined();
  });

  it('books under a key: its own, or one given to send the same again', async () => {
    const sent = answering(201, {});
    await post('/pours', { totalUl: 1 });
    const first = headersOf(sent).get('Idempotency-Key') ?? '';
    expect(first).toMatch(/^[0-9a-f]{32}$/);
    expect(headersOf(sent).get('Content-Type')).toBe('application/json');
    const again = answering(201, {});
    await post('/pours', { totalUl: 1 }, { key: 'the-same-key' });
    expect(headersOf(again).get('Idempotency-Key')).toBe('the-same-key');
    expect(new Set(Array.from({ length: 100 }, newKey)).size).toBe(100);
  });

  it('changes a row from the revision it was read at', async () => {
    const sent = answering(200, {});
    await patch('/vessels/4', { name: 'x' }, 7);
    expect(sent[0]?.init.method).toBe('PATCH');
    expect(headersOf(sent).get('If-Match')).toBe('7');
  });

  it('sends a file as it is, with its name', async () => {
    const sent = answering(201, {});
    await attach(
      '/products/2/sheets',
      new File(['%PDF-'], 'Lime Kiln, sheet.pdf', { type: 'application/pdf' }),
    );
    expect(headersOf(sent).get('Content-Type')).toBe('application/pdf');
    expect(decodeURIComponent(headersOf(sent).get('X-File-Name') ?? '')).toBe('Lime Kiln, sheet.pdf');
  });

  it('takes nothing for an answer where nothing was to be said', async () => {
    answering(204, null);
    expect(await remove('/sessions/current')).toBeUndefined();
  });
});

describe('a no', () => {
  it('carries its sentence, what would work, and the fields it is about', async () => {
    answering(422, {
      type: 'about:blank',
      title: 'Not possible',
      status: 422,
      code: 'strength.overNeat',
      detail: 'Strength asks for more product than there is mix.',
      remedy: 'Type a weaker strength.',
      errors: [{ pointer: '/strength', message: 'Strength', remedy: 'weaker' }],
    });
    const { problem, fieldErrors, message } = await problemOf(post('/pours', {}));
    expect(problem.code).toBe('strength.overNeat');
    expect(message).toContain('more product than there is mix');
    expect(fieldErrors).toEqual([{ pointer: '/strength', message: 'Strength', remedy: 'weaker' }]);
  });

  it('that is no answer at all says that nothing typed is lost', async () => {
    vi.stubGlobal('fetch', async () => {
      throw new TypeError('failed to fetch');
    });
    const { problem, fieldErrors } = await problemOf(get('/vessels'));
    expect(problem).toMatchObject({ status: 0, code: 'connection.lost' });
    expect(problem.remedy).toContain('Nothing typed here is lost');
    expect(fieldErrors).toEqual([]);
  });

  it('that can’t be read is still one', async () => {
    answering(502, '<html>bad gateway</html>');
    const { problem } = await problemOf(get('/vessels'));
    expect(problem).toMatchObject({ status: 502, code: 'answer.unreadable', remedy: 'Try again.' });
  });
});
