import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { keys } from '../../common/api/queries';
import { Notice } from '../../common/ui/Notice';
import { Time } from '../../common/ui/Words';

const REPLACES = ['GO_LIVE', 'PUBLISH_DRAFT', 'TAKE_DOWN', 'PUT_LIVE'];

/** What is planned and will replace what is about to be published, or publish it anyway: told before it is. */
export function PlansAhead({ siteId }: { siteId: string }) {
  const plans = useQuery({
    queryKey: keys.part(siteId, 'plans'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/plans', { params: { path: { siteId } } })),
  });
  const view = plans.data;
  const next = view?.moments.find((moment) => {
    const plan = view.plans.find((p) => p.id === moment.planId);
    return moment.leftOut === '' && plan !== undefined && REPLACES.includes(plan.form.kind);
  });
  const plan = view?.plans.find((p) => p.id === next?.planId);
  if (!next || !plan) return null;
  return (
    <Notice>
      {plan.form.kind === 'PUBLISH_DRAFT' && !next.end ? (
        <>
          The draft is planned to go live by itself, <Time at={next.at} />.
        </>
      ) : (
        <>
          What you publish now is replaced <Time at={next.at} />, by the{' '}
          {next.end ? 'end of the plan' : 'plan'} “{plan.action}”.
        </>
      )}{' '}
      <Link to={`/sites/${siteId}/when`}>See what is planned</Link>
    </Notice>
  );
}
