import { Settling } from '../../common/ui/Settling';
import { useMutation, useQuery } from '@tanstack/react-query';
import { Fragment } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys, queries } from '../../common/api/queries';
import { Empty, Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { Time } from '../../common/ui/Words';

type Mailboxes = Schemas['MailboxesView'];
type Mail = Schemas['ReceivedMail'];

const FAULTS: Record<Mailboxes['fault'], string> = {
  NONE: 'works',
  BUSY: 'is busy: try later',
  REFUSING: 'refuses every mail',
  FORGETFUL: 'takes a mail, and says that it does not know',
};

/** Everyone's mailbox in the practice world; also for who is signed out and waits for a mail. */
export function MailboxesPage() {
  return (
    <Settling>
      <MailList />
    </Settling>
  );
}

function MailList() {
  const [search, setSearch] = useSearchParams();
  const mailboxes = useQuery({
    queryKey: [...keys.practice, 'mail'],
    queryFn: () => dataOf(api.GET('/api/practice/mail')),
    refetchInterval: 3_000,
  });
  const fault = useMutation({
    mutationFn: (to: Mailboxes['fault']) => dataOf(api.PUT('/api/practice/mail', { body: { fault: to } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.practice }),
  });
  const owner = search.get('of') ?? '';
  const mails = mailboxes.data?.mails ?? [];
  const owners = [...new Set(mails.map((mail) => mail.to))].sort();
  const shown = mails.filter((mail) => owner === '' || mail.to === owner);
  const open = shown.find((mail) => `${mail.id} ${mail.to}` === search.get('mail')) ?? shown[0];
  return (
    <main className="mx-auto max-w-[1500px] px-4 py-5">
      <p className="mb-2">
        <Link to="/practice">Practice harbor</Link>
      </p>
      <h1 className="mb-1 text-xl">Mailboxes</h1>
      <p className="mb-3 max-w-prose">
        What Even Harbor mails in the practice world ends here, whoever it is for. Outside it goes to your
        mail server.
      </p>
      <div className="mb-3 flex flex-wrap items-end gap-4">
        <label className="flex items-baseline gap-2">
          <span className="font-medium">Mailbox of</span>
          <select
            value={owner}
            className="border-ink bg-paper max-w-72 border px-2 py-1"
            onChange={(e) => {
              setSearch(e.target.value === '' ? {} : { of: e.target.value });
            }}
          >
            <option value="">everyone</option>
            {owners.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
        </label>
        <label className="flex items-baseline gap-2">
          <span className="font-medium">The mail server</span>
          <select
            value={mailboxes.data?.fault ?? 'NONE'}
            className="border-ink bg-paper border px-2 py-1"
            onChange={(e) => {
              fault.mutate(e.target.value as Mailboxes['fault']);
            }}
          >
            {(mailboxes.data?.faults ?? ['NONE' as const]).map((each) => (
              <option key={each} value={each}>
                {FAULTS[each]}
              </option>
            ))}
          </select>
        </label>
      </div>
      <Trouble error={mailboxes.error ?? fault.error} />
      {mailboxes.isPending && <Loading />}
      {mailboxes.data && shown.length === 0 && (
        <Empty title="No mail yet">
          <p>Invite someone on the Who page of a site, and the invitation comes here.</p>
        </Empty>
      )}
      {open && (
        <Panes
          label="Mails"
          ledger={
            <ul className="border-water max-h-[70vh] overflow-auto border-t">
              {shown.map((mail) => (
                <li key={`${mail.id} ${mail.to}`} className="border-water border-b">
                  <button
                    type="button"
                    aria-current={mail === open}
                    className={`hover:bg-shoal w-full px-2 py-1.5 text-left ${mail === open ? 'bg-land' : ''}`}
                    onClick={() => {
                      setSearch({ ...(owner === '' ? {} : { of: owner }), mail: `${mail.id} ${mail.to}` });
                    }}
                  >
                    <span className="block font-medium [overflow-wrap:anywhere]">{mail.subject}</span>
                    <span className="text-soft [overflow-wrap:anywhere]">
                      to {mail.to}, <Time at={mail.at} short />
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          }
          sheet={<MailSheet mail={open} />}
        />
      )}
    </main>
  );
}

function MailSheet({ mail }: { mail: Mail }) {
  return (
    <article aria-label={mail.subject}>
      <h2 className="mb-2 text-lg [overflow-wrap:anywhere]">{mail.subject}</h2>
      <p className="text-soft mb-3 [overflow-wrap:anywhere]">
        From {mail.from}
        <br />
        to {mail.to}, <Time at={mail.at} />
      </p>
      <div className="[overflow-wrap:anywhere] whitespace-pre-wrap">
        <Linked text={mail.text.trim()} />
      </div>
    </article>
  );
}

/** A plain text whose links can be opened. */
function Linked({ text }: { text: string }) {
  return text
    .split(/(https?:\/\/\S+)/)
    .map((part, n) => <Fragment key={n}>{n % 2 === 1 ? <a href={part}>{part}</a> : part}</Fragment>);
}
