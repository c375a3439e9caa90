import { useState } from 'react';
import { Link, useLocation, useParams } from 'react-router';
import { Filter } from '../../common/ui/Filter';
import { useInUrl } from '../../common/ui/useInUrl';
import { Empty, Loading } from '../../common/ui/Notice';
import { NotHere } from '../../common/ui/NotHere';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { CopyButton } from '../../common/ui/Words';
import { membersOf, operationsOf, useDescription, type Description, type Operation } from './description';
import { TryOperation } from './TryOperation';

/** The API as its description tells of it: to find, to read and to try. */
export function ApiPage() {
  const { operationId } = useParams();
  const description = useDescription();
  const operations = description.data ? operationsOf(description.data) : [];
  const chosen = operations.find((each) => each.operationId === operationId);
  const [token, setToken] = useState('');
  return (
    <>
      <main className="mx-auto max-w-[1500px] px-4 py-5">
        <h1 className="mb-3 text-xl">The API</h1>
        <Trouble error={description.error} />
        {description.isPending && <Loading />}
        {description.data && (
          <Panes
            label="The API"
            ledger={<Operations tags={description.data.tags} operations={operations} chosen={operationId} />}
            sheet={
              operationId === undefined ? (
                <Introduction description={description.data} />
              ) : chosen === undefined ? (
                <NotHere what="operation" asking={false} to="/account/api" offer="see all" />
              ) : (
                <Sheet
                  key={chosen.operationId}
                  description={description.data}
                  operation={chosen}
                  token={token}
                  onToken={setToken}
                />
              )
            }
          />
        )}
      </main>
    </>
  );
}

function Operations({
  tags,
  operations,
  chosen,
}: {
  tags: Description['tags'];
  operations: Operation[];
  chosen: string | undefined;
}) {
  const { search } = useLocation();
  const [typed, setTyped] = useInUrl<string>('find', '');
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const found = operations.filter((each) => {
    const text = `${each.method} ${each.path} ${each.summary} ${each.operationId}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
  const groups = tags
    .map((tag) => ({ ...tag, operations: found.filter((each) => each.tags[0] === tag.name) }))
    .filter((group) => group.operations.length > 0);
  return (
    <>
      <Filter label="Find an operation" value={typed} onChange={setTyped} />
      {found.length === 0 && <Empty title="No matches">Use other words, or fewer.</Empty>}
      {groups.map((group) => (
        <details
          key={group.name}
          className="mb-2"
          open={words.length > 0 || group.operations.some((each) => each.operationId === chosen)}
        >
          <summary className="min-h-[25px] cursor-pointer">
            <strong className="font-medium">{group.name}</strong>{' '}
            <span className="text-soft">
              {group.description} ({group.operations.length})
            </span>
          </summary>
          <ul className="border-water mt-1 border-t">
            {group.operations.map((each) => (
              <li key={each.operationId} className="border-water border-b">
                <Link
                  to={{ pathname: `/account/api/${each.operationId}`, search }}
                  aria-current={each.operationId === chosen}
                  className="hover:bg-shoal aria-[current=true]:bg-land block px-2 py-1.5 no-underline"
                >
                  {each.summary}
                  <span className="mono text-soft block text-[0.86rem] [overflow-wrap:anywhere]">
                    {each.method} {each.path}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        </details>
      ))}
    </>
  );
}

/** What holds for all of it. */
function Introduction({ description }: { description: Description }) {
  const url = `${window.location.origin}/api/openapi.json`;
  return (
    <>
      <h2 className="mb-2 text-lg">Version {description.info.version}</h2>
      {description.info.description.split(/\n\n+/).map((part) => (
        <p key={part} className="mb-3 max-w-prose">
          <Marked text={part} />
        </p>
      ))}
      <p className="mb-1">The whole description, as OpenAPI, for generators of clients:</p>
      <p className="flex items-center gap-1">
        <a href="/api/openapi.json" className="mono [overflow-wrap:anywhere]">
          {url}
        </a>
        <CopyButton text={url} what="URL of the description" />
      </p>
    </>
  );
}

/** Words of the description: strong ones between two stars, names between backticks. */
function Marked({ text }: { text: string }) {
  return text.split(/(\*\*[^*]+\*\*|`[^`]+`)/).map((part, i) => {
    const key = `${String(i)}${part}`;
    if (part.startsWith('**')) return <strong key={key}>{part.slice(2, -2)}</strong>;
    if (part.startsWith('`'))
      return (
        <code key={key} className="mono">
          {part.slice(1, -1)}
        </code>
      );
    return part;
  });
}

function Sheet({
  description,
  operation,
  token,
  onToken,
}: {
  description: Description;
  operation: Operation;
  token: string;
  onToken: (token: string) => void;
}) {
  const sent = operation.requestBody?.content?.['application/json']?.schema;
  const [status, answer] = Object.entries(operation.responses).find(([code]) => code.startsWith('2')) ?? [
    '',
    {},
  ];
  const comes = membersOf(description, Object.values(answer.content ?? {})[0]?.schema);
  const members = membersOf(description, sent);
  return (
    <>
      <h2 className="text-lg">{operation.summary}</h2>
      <p className="mono mb-2 [overflow-wrap:anywhere]">
        {operation.method} {operation.path}
      </p>
      <p className="text-soft mb-3">
        {operation.description} Name: <code className="mono">{operation.operationId}</code>
      </p>
      {members.length > 0 && <Members title="What is sent" members={members} />}
      <Members title={`What comes: ${status}`} members={comes} />
      <details>
        <summary className="min-h-[25px] cursor-pointer">What else may come</summary>
        <dl className="mt-1">
          {Object.entries(operation.responses)
            .filter(([code]) => !code.startsWith('2'))
            .map(([code, each]) => (
              <div key={code} className="border-water grid grid-cols-[3.5rem_1fr] gap-x-2 border-b py-1">
                <dt className="mono">{code}</dt>
                <dd className="[overflow-wrap:anywhere]">
                  {description.components.responses[each.$ref?.split('/').at(-1) ?? '']?.description}
                </dd>
              </div>
            ))}
        </dl>
      </details>
      <TryOperation operation={operation} token={token} onToken={onToken} />
    </>
  );
}

function Members({ title, members }: { title: string; members: string[] }) {
  return (
    <details className="mb-1">
      <summary className="min-h-[25px] cursor-pointer">
        {title}
        {members.length === 0 && <span className="text-soft">, no JSON</span>}
      </summary>
      {members.length > 0 && (
        <pre className="mono my-1 overflow-x-auto text-[0.93rem] whitespace-pre-wrap">
          {members.join('\n')}
        </pre>
      )}
    </details>
  );
}
