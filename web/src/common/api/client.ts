import createClient from 'openapi-fetch';
import type { components, paths } from './schema';
import { Problem, type ProblemBody } from './problem';
import { tellSignedOut } from './signedOut';

export type Schemas = components['schemas'];

const CSRF_COOKIE = 'XSRF-TOKEN';

/** The token that proves to the server that a change was asked for by our own page. */
export function csrfToken(): string {
  const found = document.cookie.split('; ').find((c) => c.startsWith(`${CSRF_COOKIE}=`));
  return found ? decodeURIComponent(found.slice(CSRF_COOKIE.length + 1)) : '';
}

export const api = createClient<paths>({ baseUrl: window.location.origin });

api.use({
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-XSRF-TOKEN', csrfToken());
    return request;
  },
});

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
  if (problem.is('sign-in-needed')) tellSignedOut();
  return problem;
}

/** A revision as If-Match wants it. */
export const tag = (revision: number) => `"${String(revision)}"`;
