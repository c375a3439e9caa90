import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { useSites } from '../../common/api/sites';
import { Button } from '../../common/ui/Button';
import { Empty, Loading } from '../../common/ui/Notice';
import { NotHere } from '../../common/ui/NotHere';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { CopyButton } from '../../common/ui/Words';
import { useOwnsAccount } from '../../who/access/May';
import { NewReceiver, ReceiverSheet } from './ReceiverSheet';
import { useReceivers, type Receiver } from './receivers';

/** Programs that are told what happens, and the feed of it. */
export function MessagesPage() {
  const owner = useOwnsAccount();
  return (
    <>
      <main className="mx-auto max-w-[1500px] px-4 py-5">
        <h1 className="mb-3 text-xl">Messages to other programs</h1>
        {owner ? (
          <Receivers />
        ) : (
          <p className="text-soft">Only an owner of this account can have other programs told.</p>
        )}
      </main>
    </>
  );
}

function Receivers() {
  const { receiverId } = useParams();
  const navigate = useNavigate();
  const receivers = useReceivers();
  const [made, setMade] = useState<{ id: string; secret: string }>();
  const chosen = receivers.data?.find((each) => each.id === receiverId);
  return (
    <>
      <Trouble error={receivers.error} />
      {receivers.isPending && <Loading />}
      {receivers.data && (
        <Panes
          label="Receivers"
          ledger={
            <>
              <Ledger receivers={receivers.data} chosen={receiverId} />
              <Feed />
            </>
          }
          sheet={
            receiverId === undefined ? (
              <NewReceiver
                onAdded={(id, secret) => {
                  setMade({ id, secret });
                  void navigate(`/account/messages/${id}`);
                }}
              />
            ) : chosen === undefined ? (
              <NotHere
                what="receiver"
                asking={receivers.isFetching}
                to="/account/messages"
                offer="add a receiver"
              />
            ) : (
              <ReceiverSheet
                key={chosen.id}
                receiver={chosen}
                secret={made?.id === chosen.id ? made.secret : undefined}
              />
            )
          }
        />
      )}
    </>
  );
}

function Ledger({ receivers, chosen }: { receivers: Receiver[]; chosen: string | undefined }) {
  const sites = useSites();
  if (receivers.length === 0) {
    return (
      <Empty title="Receivers go here">
        <p>
          A receiver is a URL of another program (a webhook). It is told when a site was published, taken down
          or restored, when something failed, or when a name stopped working. Each message is signed.
        </p>
      </Empty>
    );
  }
  return (
    <>
      <p className="mb-2 flex justify-end">
        <Link to="/account/messages">Add a receiver</Link>
      </p>
      <ul className="border-water mb-4 border-t">
        {receivers.map((each) => (
          <li key={each.id} className="border-water border-b">
            <Link
              to={`/account/messages/${each.id}`}
              aria-current={each.id === chosen}
              className="hover:bg-shoal aria-[current=true]:bg-land block px-2 py-2 no-underline"
            >
              <strong className="font-medium [overflow-wrap:anywhere]">{each.name}</strong>
              <span className="text-soft block text-[0.93rem] [overflow-wrap:anywhere]">
                {each.running ? '' : 'no messages are sent; '}
                {each.siteId === null
                  ? 'all sites'
                  : (sites.data?.find((lane) => lane.site.id === each.siteId)?.site.title ?? 'one site')}
                , <span className="mono">{each.url}</span>
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}

const FEED = ['feed'];

/** What happened, for a reader of feeds. */
function Feed() {
  const feed = useQuery({ queryKey: FEED, queryFn: () => dataOf(api.GET('/api/feed')) });
  const renew = useMutation({
    mutationFn: () => dataOf(api.POST('/api/feed/renewal')),
    onSuccess: (next) => {
      queries.setQueryData(FEED, next);
    },
  });
  return (
    <section aria-labelledby="feed">
      <h2 id="feed" className="mb-1 text-lg">
        Feed
      </h2>
      <p className="text-soft mb-2 max-w-prose">
        The last 100 things that happened in the account, for any reader of feeds (Atom). Whoever knows this
        URL can read it.
      </p>
      <Trouble error={feed.error ?? renew.error} />
      {feed.data && (
        <p className="mb-2 flex items-center gap-1">
          <a href={feed.data.url} className="mono min-w-0 [overflow-wrap:anywhere]">
            {feed.data.url}
          </a>
          <CopyButton text={feed.data.url} what="URL of the feed" />
        </p>
      )}
      <Button
        busy={renew.isPending}
        onClick={() => {
          renew.mutate();
        }}
      >
        New URL
      </Button>
      <span className="text-soft ml-2">The URL above then leads nowhere.</span>
    </section>
  );
}
