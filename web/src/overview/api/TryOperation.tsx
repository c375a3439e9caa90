import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { TextArea } from '../../common/ui/TextArea';
import { CopyButton } from '../../common/ui/Words';
import { sampleBody, type Operation } from './description';

interface Came {
  status: number;
  took: number;
  text: string;
}

const MOST_SHOWN = 20_000;

/** A call with a token of one's own: what is sent, and what comes. */
export function TryOperation({
  operation,
  token,
  onToken,
}: {
  operation: Operation;
  token: string;
  onToken: (token: string) => void;
}) {
  const parameters = operation.parameters ?? [];
  const [values, setValues] = useState<Record<string, string>>(() =>
    Object.fromEntries(
      parameters
        .filter((each) => each.in === 'query' && each.required)
        .map((each) => [each.name, String(each.example ?? '')]),
    ),
  );
  const [body, setBody] = useState(sampleBody(operation));
  const path = pathOf(operation, values);
  const call = useMutation({
    mutationFn: () =>
      send(
        operation.method,
        path,
        { Authorization: `Bearer ${token}`, ...headersOf(operation, values, body) },
        body,
      ),
  });
  return (
    <section aria-labelledby="try" className="mt-5">
      <h3 id="try" className="mb-1">
        Try it
      </h3>
      {operation.method !== 'GET' && (
        <Notice kind="attention">This really does it, with what your token may change.</Notice>
      )}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          call.mutate();
        }}
      >
        <Field
          label="Your token"
          type="password"
          autoComplete="off"
          required
          value={token}
          hint="From your account. It stays on this page, and is forgotten when you leave it."
          onChange={(e) => {
            onToken(e.target.value);
          }}
        />
        {parameters.map((each) => (
          <Field
            key={each.name}
            label={
              each.in === 'header'
                ? `${each.name} (header, optional)`
                : each.name + (each.in === 'query' && !each.required ? ' (optional)' : '')
            }
            required={each.required ?? false}
            placeholder={each.example === undefined ? '' : String(each.example)}
            className="mono"
            value={values[each.name] ?? ''}
            onChange={(e) => {
              setValues({ ...values, [each.name]: e.target.value });
            }}
          />
        ))}
        {operation.requestBody && (
          <TextArea
            label="JSON that is sent"
            rows={Math.min(16, Math.max(3, body.split('\n').length))}
            className="mono"
            value={body}
            onChange={(e) => {
              setBody(e.target.value);
            }}
          />
        )}
        <p className="mb-3">
          <Button type="submit" kind="primary" busy={call.isPending}>
            Send
          </Button>
        </p>
      </form>
      <Trouble error={call.error} />
      {call.data && (
        <div role="status">
          <p className="mb-1 font-medium">
            {call.data.status} in {call.data.took} ms
          </p>
          <pre className="mono border-water bg-paper border p-2 whitespace-pre-wrap">
            {call.data.text.length > MOST_SHOWN ? `${call.data.text.slice(0, MOST_SHOWN)} …` : call.data.text}
          </pre>
        </div>
      )}
      <p className="mt-3 flex items-center gap-1">
        As a command <CopyButton text={asCommand(operation, path, body)} what="Command" />
      </p>
      <pre className="mono border-water overflow-x-auto border p-2 [overflow-wrap:anywhere] whitespace-pre-wrap">
        {asCommand(operation, path, body)}
      </pre>
    </section>
  );
}

/** With the token alone, as a script would. */
async function send(
  method: string,
  path: string,
  headers: Record<string, string>,
  body: string,
): Promise<Came> {
  const begun = performance.now();
  const answer = await fetch(path, {
    method,
    credentials: 'omit',
    headers,
    ...(body === '' ? {} : { body }),
  });
  const text = await answer.text();
  return { status: answer.status, took: Math.round(performance.now() - begun), text: pretty(text) };
}

function headersOf(operation: Operation, values: Record<string, string>, body: string) {
  const own = (operation.parameters ?? [])
    .filter((each) => each.in === 'header' && (values[each.name] ?? '') !== '')
    .map((each): [string, string] => [each.name, values[each.name] ?? '']);
  return Object.fromEntries(body === '' ? own : [['Content-Type', 'application/json'], ...own]) as Record<
    string,
    string
  >;
}

function pathOf(operation: Operation, values: Record<string, string>): string {
  const parameters = operation.parameters ?? [];
  let path = operation.path;
  for (const each of parameters.filter((one) => one.in === 'path')) {
    const value = values[each.name] ?? '';
    if (value !== '') path = path.replace(`{${each.name}}`, encodeURIComponent(value));
  }
  const query = new URLSearchParams(
    parameters
      .filter((each) => each.in === 'query' && (values[each.name] ?? '') !== '')
      .map((each) => [each.name, values[each.name] ?? '']),
  ).toString();
  return query === '' ? path : `${path}?${query}`;
}

/** What a terminal would be told; the token comes from its environment. */
function asCommand(operation: Operation, path: string, body: string): string {
  const method = operation.method === 'GET' ? '' : ` -X ${operation.method}`;
  const sent =
    body === ''
      ? ''
      : ` \\\n  -H 'Content-Type: application/json' \\\n  -d '${body.replace(/\s*\n\s*/g, ' ').replaceAll("'", "'\\''")}'`;
  return `curl -sS${method} -H "Authorization: Bearer $HARBOR_TOKEN"${sent} \\\n  '${window.location.origin}${path}'`;
}

function pretty(text: string): string {
  try {
    return JSON.stringify(JSON.parse(text), null, 2);
  } catch {
    return text;
  }
}
