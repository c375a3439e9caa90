import createClient from 'openapi-fetch';
import type { components, paths } from './schema';
import { NoAnswer, Problem, type ProblemBody } from './problem';
import { tellSignedOut } from './signedOut';

export type Schemas = components['schemas'];

const CSRF_COOKIE = 'XSRF-TOKEN';

/** The token that proves to the server that a change was asked for by our own page. */
export function csrfToken(): string {
  const found = document.cookie.split('; ').find((c) => c.startsWith(`${CSRF_COOKIE}=`));
  return found ? decodeURIComponent(found.slice(CSRF_COOKIE.length + 1)) : '';
}

export const api = createClient<paths>({ baseUrl: window.location.origin });

/** Changes as they were sent, so that one can be sent again with a new token. */
const sent = new Map<string, Request>();

api.use({
  onRequest({ request, id }) {
    if (request.method !== 'GET') {
      request.headers.set('X-XSRF-TOKEN', csrfToken());
      sent.set(id, request.clone());
    }
    return request;
  },
  async onResponse({ response, id }) {
    const again = sent.get(id);
    sent.delete(id);
    return again && response.status === 403 && (await isForged(response)) ? sentAgain(again) : response;
  },
  onError({ request, error, id }) {
    sent.delete(id);
    return error instanceof DOMException && error.name === 'AbortError'
      ? error
      : new NoAnswer(request.method !== 'GET');
  },
});

async function isForged(response: Response): Promise<boolean> {
  const body = (await response.clone().json()) as ProblemBody;
  return body.type === '/problems/forged';
}

/** The token has changed since the page was opened, by signing in elsewhere: any answer brings the new one. */
async function sentAgain(request: Request): Promise<Response> {
  await fetch('/api/session');
  const headers = new Headers(request.headers);
  headers.set('X-XSRF-TOKEN', csrfToken());
  return fetch(new Request(request, { headers }));
}

/** The data of an answer. @throws Problem when the server refused, after telling the page if the person is signed out */
export async function dataOf<T>(
  answer: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  const { data, error, response } = await answer;
  if (!response.ok) throw problemOf(error as ProblemBody | undefined, response.status);
  return data as T;
}

export function problemOf(body: ProblemBody | undefined, status: number): Problem {
  const problem = new Problem(body && typeof body === 'object' ? body : { status });
  problem.body.status ??= status;
  if (problem.is('sign-in-needed')) tellSignedOut();
  return problem;
}

/** A revision as If-Match wants it. */
export const tag = (revision: number) => `"${String(revision)}"`;
