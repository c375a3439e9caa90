import { useQuery } from '@tanstack/react-query';
import { api, dataOf } from '../../common/api/client';
import { useCertificates } from '../../common/api/certificates';
import { keys } from '../../common/api/queries';
import { Diamond } from '../../common/ui/Notice';
import { CopyButton, HostName } from '../../common/ui/Words';
import { inALine, needsAttention } from './words';

/** All secure names over all sites, and what ends when. */
export function Secured() {
  const all = useCertificates();
  const calendar = useQuery({
    queryKey: [...keys.certificates, 'calendar'],
    queryFn: () => dataOf(api.GET('/api/calendar')),
  });
  if (!all.data || all.data.length === 0) return null;
  const sorted = [...all.data].sort((a, b) => (a.until ?? '').localeCompare(b.until ?? ''));
  return (
    <section aria-labelledby="secured" className="mt-6">
      <h2 id="secured" className="mb-1 text-lg">
        HTTPS
      </h2>
      <ul className="border-water border-t">
        {sorted.map((https) => (
          <li key={https.name} className="border-water border-b py-1.5">
            <HostName name={https.name} />
            <span className="text-soft flex items-baseline gap-1.5 text-[0.93rem]">
              {needsAttention(https) && <Diamond />}
              {inALine(https)}
            </span>
          </li>
        ))}
      </ul>
      {calendar.data && (
        <p className="text-soft mt-2 text-[0.93rem]">
          <a href={calendar.data.url}>A calendar of all renewals and ends</a>, for your own calendar to follow{' '}
          <CopyButton text={calendar.data.url} what="the calendar’s address" />
        </p>
      )}
    </section>
  );
}
