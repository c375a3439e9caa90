import { Link } from 'react-router';
import { LinkButton } from '../../common/ui/Button';
import { Diamond } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';
import type { SiteView } from '../../what/site/thisSite';
import { may } from '../../who/access/May';
import type { Editing, PlansView } from './planForm';
import { useCallOff } from './useCallOff';

/** Where a finding is put right that lies outside of the plan. */
const OPENS = {
  OPEN_DOMAINS: { words: 'Open the domains', to: () => '/domains' },
  OPEN_ADDRESSES: { words: 'Open its addresses', to: (id: string) => `/sites/${id}/where` },
  OPEN_HOSTS: { words: 'Open its hosts', to: (id: string) => `/sites/${id}/where/hosts` },
  OPEN_DRAFT: { words: 'Open the draft', to: (id: string) => `/sites/${id}/what` },
};

/** What is wrong with what is planned, each with what puts it right. */
export function PlanFindings({
  site,
  view,
  onEdit,
}: {
  site: SiteView;
  view: PlansView;
  onEdit: (editing: Editing) => void;
}) {
  const callOff = useCallOff(site);
  return (
    <ul className="mb-2">
      {view.findings.map((finding) => {
        const plan = view.plans.find((p) => p.id === finding.planId);
        if (!plan) return null;
        return (
          <li
            key={finding.kind + finding.planId}
            className="bg-land/60 border-magenta my-2 flex gap-2 border-l-4 px-3 py-2"
          >
            <Diamond />
            <div className="min-w-0 flex-1">
              <p className="[overflow-wrap:anywhere]">
                {finding.sentence} <Time at={finding.at} />
              </p>
              <p className="mt-1 flex flex-wrap gap-x-4">
                {(may(site, 'PUBLISH') ? finding.fixes : []).map((fix) =>
                  fix === 'CALL_OFF' ? (
                    <LinkButton
                      key={fix}
                      onClick={() => {
                        callOff.mutate({ plan, off: true });
                      }}
                    >
                      Call off “{plan.action}”
                    </LinkButton>
                  ) : fix === 'MOVE' || fix === 'CHANGE_END' ? (
                    <LinkButton
                      key={fix}
                      onClick={() => {
                        onEdit({ plan, initial: plan.form });
                      }}
                    >
                      {fix === 'MOVE' ? 'Move it' : 'Change its end'}
                    </LinkButton>
                  ) : (
                    <Link key={fix} to={OPENS[fix].to(site.id)} className="min-h-[25px]">
                      {OPENS[fix].words}
                    </Link>
                  ),
                )}
              </p>
            </div>
          </li>
        );
      })}
      <Trouble error={callOff.error} />
    </ul>
  );
}
