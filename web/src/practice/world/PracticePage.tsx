import { Link } from 'react-router';
import { usePractice } from '../../common/api/practice';
import type { Schemas } from '../../common/api/client';
import { Loading, Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { AuthorityStandIn } from './AuthorityStandIn';
import { HostingStandIns } from './HostingStandIns';
import { PracticeClock } from './PracticeClock';
import { PracticeRegistry } from './PracticeRegistry';
import { StandInRow } from './StandInRow';

type Practice = Schemas['PracticeView'];

/** The practice harbor: a clock that can be moved, what each stand-in holds, and faults to switch on. */
export function PracticePage() {
  const practice = usePractice();
  return (
    <>
      <main className="mx-auto max-w-[1500px] px-4 py-5">
        <h1 className="mb-1 text-xl">Practice harbor</h1>
        <p className="mb-4 max-w-prose">
          The outside world in small: a registry, name servers, a resolver, a certificate authority, a mail
          server and two hosting companies that speak the real protocols. Try here what would take hours and
          money outside.
        </p>
        <p className="mb-4">
          <Link to="/practice/mail">Everyone’s mailbox</Link>
        </p>
        <Trouble error={practice.error} />
        {practice.isPending && <Loading />}
        {practice.data && !practice.data.on && (
          <Notice>This harbor works with the real outside world; there is nothing to practise with.</Notice>
        )}
        {practice.data?.on && <Loaded practice={practice.data} />}
      </main>
    </>
  );
}

function Loaded({ practice }: { practice: Practice }) {
  return (
    <div className="grid grid-cols-1 gap-x-8 gap-y-6 lg:grid-cols-2">
      <div className="grid content-start gap-6">
        <PracticeClock practice={practice} />
        <PracticeRegistry practice={practice} />
        <HostingStandIns />
      </div>
      <div className="grid content-start gap-6">
        <section aria-labelledby="stand-ins">
          <h2 id="stand-ins" className="mb-1 text-lg">
            Name servers and resolver
          </h2>
          <ul className="border-water border-t">
            {practice.standIns.map((each) => (
              <StandInRow key={each.label} standIn={each} />
            ))}
          </ul>
        </section>
        {practice.authority !== null && <AuthorityStandIn authority={practice.authority} />}
      </div>
    </div>
  );
}
