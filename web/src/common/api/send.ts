import { csrfToken, problemOf } from './client';
import { NoAnswer, type ProblemBody } from './problem';

interface Sending {
  method: string;
  url: string;
  body: Blob;
  type: string;
  ifMatch?: string;
  signal?: AbortSignal;
  onProgress?: (bytes: number) => void;
}

/** Sends bytes and tells how far it is; fetch cannot tell. @throws Problem when the server refused */
export function send({ method, url, body, type, ifMatch, signal, onProgress }: Sending): Promise<unknown> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open(method, url);
    request.responseType = 'json';
    request.setRequestHeader('Content-Type', type);
    request.setRequestHeader('X-XSRF-TOKEN', csrfToken());
    if (ifMatch) request.setRequestHeader('If-Match', ifMatch);
    request.upload.onprogress = (event) => onProgress?.(event.loaded);
    request.onload = () => {
      const answer: unknown = request.response;
      if (request.status < 300) resolve(answer);
      else reject(problemOf(answer as ProblemBody | undefined, request.status));
    };
    request.onerror = () => {
      reject(new NoAnswer(true));
    };
    request.onabort = () => {
      reject(new DOMException('Stopped', 'AbortError'));
    };
    signal?.addEventListener('abort', () => {
      request.abort();
    });
    request.send(body);
  });
}
