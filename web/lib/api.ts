import type { FieldError, Problem } from '#contract/problem.ts';
import { takeFirst, takeTouched, tellStale } from './changed.ts';
import { keyFor, settled } from './intents.ts';
import { KEPT_AT } from './keptAt.ts';
import { forgetSpent, heldOverride } from './override.ts';
import { takeReach } from './reach.ts';
import { takeShopTime } from './shopNow.ts';

/** The server's no, with its sentences; or, with status 0, that it could not be reached. */
export class ApiProblem extends Error {
  readonly problem: Problem;

  constructor(problem: Problem) {
    super(problem.detail);
    this.problem = problem;
  }

  get fieldErrors(): FieldError[] {
    return this.problem.errors ?? [];
  }
}

export const get = <T>(path: string): Promise<T> => send<T>('GET', path);

/**
 * Books something. Sent again after its answer was lost, it goes under the key it had, and is booked once.
 *
 * @param of what is meant, where the path does not say it: `intent` tells apart what goes to the same path, `key` is a key
 *   kept by whoever calls
 */
export async function post<T>(
  path: string,
  body: unknown,
  of: { intent?: string; key?: string } = {},
): Promise<T> {
  const word = path === '/overrides' ? null : heldOverride();
  const intent = `${path} ${of.intent ?? ''}`;
  const key = of.key ?? keyFor(intent, newKey);
  const end = (definite: boolean) => of.key === undefined && settled(intent, key, definite);
  try {
    const answer = await send<T>('POST', path, body, {
      'Idempotency-Key': key,
      // A manager's word given here goes along; whether it is for this, the server knows.
      ...(word && { Override: word.token }),
    });
    end(true);
    return answer;
  } catch (error) {
    end(isDefinite(error));
    if (word && error instanceof ApiProblem) forgetSpent(word, error.problem.override);
    throw error;
  }
}

/** The server has said no: what was sent was not done. Without an answer, or with a fault, nobody knows. */
export const isDefinite = (error: unknown): boolean =>
  error instanceof ApiProblem &&
  error.problem.status >= 400 &&
  error.problem.status < 500 &&
  error.problem.status !== 401;

/** Sets what is there once and can be set again: no key is needed. */
export const put = <T>(path: string, body: unknown): Promise<T> => send<T>('PUT', path, body);

export const patch = <T>(path: string, body: unknown, revision: number): Promise<T> =>
  send<T>('PATCH', path, body, { 'If-Match': String(revision) });

/** Sends a file as it is, with its name. */
export const attach = <T>(path: string, file: File): Promise<T> => sendFile(path, file, file.type);

async function sendFile<T>(path: string, file: File, type: string): Promise<T> {
  const intent = `${path} ${file.name} ${file.size} ${file.lastModified}`;
  const key = keyFor(intent, newKey);
  try {
    const answer = await request<T>(path, {
      method: 'POST',
      headers: {
        'Content-Type': type,
        'X-File-Name': encodeURIComponent(file.name),
        'Idempotency-Key': key,
      },
      body: file,
    });
    settled(intent, key, true);
    return answer;
  } catch (error) {
    settled(intent, key, isDefinite(error));
    throw error;
  }
}

/** Sends a file of comma-separated values, whatever this device takes it for. */
export const attachText = <T>(path: string, file: File): Promise<T> => sendFile(path, file, 'text/csv');

export const remove = (path: string): Promise<void> => send<void>('DELETE', path);

/** Made without what only a secure context offers: the shop's network is plain HTTP. */
export function newKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('');
}

const send = <T>(
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<T> =>
  request<T>(path, {
    method,
    headers: body === undefined ? headers : { ...headers, 'Content-Type': 'application/json' },
    ...(body !== undefined && { body: JSON.stringify(body) }),
  });

async function request<T>(path: string, init: RequestInit): Promise<T> {
  const response = await answerTo(path, init);
  if (response.status === 204) return undefined as T;
  return (await response.json().catch(() => null)) as T;
}

/**
 * Asks for a file that says more than an address may, and lays it where the browser keeps what is saved.
 *
 * @throws ApiProblem as everything else that is asked
 */
export async function saveFile(path: string, body: unknown): Promise<void> {
  const response = await answerTo(path, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  });
  const named = /filename="?([^";]+)"?/.exec(response.headers.get('Content-Disposition') ?? '')?.[1];
  const link = document.createElement('a');
  link.href = URL.createObjectURL(await response.blob());
  link.download = named ?? 'file';
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}

/** It is gone, it is otherwise than the sender saw it, or how things stand is against it. */
const STALE = new Set([404, 409, 412, 422]);

/** What the server answers, where it is a yes. */
async function answerTo(path: string, init: RequestInit): Promise<Response> {
  let response: Response;
  const sentMs = performance.now();
  try {
    response = await fetch(`/api${path}`, { ...init, credentials: 'same-origin' });
    takeFirst(response.headers.get('X-Shop-Seq'));
    takeReach(response.headers.get(KEPT_AT));
    takeShopTime(response.headers.get('X-Shop-Time'), sentMs, performance.now());
  } catch {
    throw new ApiProblem({
      type: 'about:blank',
      title: 'No connection',
      status: 0,
      code: 'connection.lost',
      facts: {},
      detail: "The shop's machine can't be reached.",
      remedy: 'Check the network and try again. Nothing typed here is lost.',
    });
  }
  if (response.ok) {
    takeTouched(response.headers.get('Touched'));
    return response;
  }
  const answer = (await response.json().catch(() => null)) as Problem | null;
  if (init.method !== 'GET' && STALE.has(response.status) && answer?.code !== 'body.refused') tellStale();
  throw new ApiProblem(
    answer ?? {
      type: 'about:blank',
      title: 'No answer',
      status: response.status,
      code: 'answer.unreadable',
      facts: {},
      detail: "The shop's machine gave no readable answer.",
      remedy: 'Try again.',
    },
  );
}
