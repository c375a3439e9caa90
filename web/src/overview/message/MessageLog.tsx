import { Button } from '../../common/ui/Button';
import { Diamond, Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';
import { useMessages, useSendAgain, useTestMessage, type Message } from './receivers';

/** What a receiver was told last, and what it answered. */
export function MessageLog({ id }: { id: string }) {
  const messages = useMessages(id);
  const test = useTestMessage(id);
  const again = useSendAgain(id);
  return (
    <section aria-labelledby="messages">
      <div className="mb-2 flex flex-wrap items-baseline justify-between gap-3">
        <h3 id="messages">Messages</h3>
        <Button
          busy={test.isPending}
          onClick={() => {
            test.mutate();
          }}
        >
          Send a test message
        </Button>
      </div>
      <Trouble error={messages.error ?? test.error ?? again.error} />
      {messages.isPending && <Loading />}
      {messages.data?.length === 0 && (
        <p className="text-soft">None yet. The next thing that it is told of stands here, with its answer.</p>
      )}
      <ul className="border-water border-t" aria-live="polite">
        {messages.data?.map((message) => (
          <li key={message.id} className="border-water border-b py-2">
            <Row
              message={message}
              busy={again.isPending && again.variables === message.id}
              onAgain={() => {
                again.mutate(message.id);
              }}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

const what = (message: Message) => (JSON.parse(message.body) as { what: string }).what;
const site = (message: Message) =>
  (JSON.parse(message.body) as { site: { title: string } | null }).site?.title;

function Row({ message, busy, onAgain }: { message: Message; busy: boolean; onAgain: () => void }) {
  const last = message.tries[0];
  return (
    <>
      <div className="flex items-start justify-between gap-3">
        <p className="min-w-0 [overflow-wrap:anywhere]">
          <strong className="font-medium">{site(message) ?? 'Even Harbor'}</strong> {what(message)}
          <span className="text-soft block text-[0.93rem]">
            <Time at={message.at} short />
          </span>
        </p>
        <Button busy={busy} onClick={onAgain}>
          Send again
        </Button>
      </div>
      <p className="flex items-baseline gap-1.5 text-[0.93rem]">
        {message.state !== 'DELIVERED' && last !== undefined && <Diamond />}
        <span className={message.state === 'DELIVERED' ? 'text-kelp' : ''}>
          {message.state === 'DELIVERED' && 'delivered'}
          {message.state === 'GIVEN_UP' && 'given up'}
          {message.state === 'WAITING' &&
            (message.nextTryAt === null || last === undefined ? (
              'being sent'
            ) : (
              <>
                not taken; next try <Time at={message.nextTryAt} short />
              </>
            ))}
        </span>
      </p>
      <details className="text-[0.93rem]">
        <summary className="min-h-[25px] cursor-pointer">
          What was sent, and{' '}
          {message.tries.length === 1 ? '1 answer' : `${String(message.tries.length)} answers`}
        </summary>
        <ul className="my-1">
          {message.tries.map((one) => (
            <li key={one.at} className="[overflow-wrap:anywhere]">
              <Time at={one.at} short />: {one.status === 0 ? '' : `${String(one.status)}, `}
              {one.tookMs} ms{one.answer === '' ? '' : `, ${one.answer}`}
            </li>
          ))}
        </ul>
        <pre className="mono border-water overflow-x-auto border p-2 whitespace-pre-wrap">
          {JSON.stringify(JSON.parse(message.body), null, 2)}
        </pre>
      </details>
    </>
  );
}
