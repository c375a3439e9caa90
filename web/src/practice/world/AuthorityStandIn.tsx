import { useMutation } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { Check } from '../../common/ui/Check';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';

type Authority = NonNullable<Schemas['AuthorityView']>;

const FAULTS: Record<Authority['fault'], string> = {
  NONE: 'works',
  DOWN: 'answers nobody',
  SLOW: 'answers after five seconds',
  RATE_LIMITED: 'takes no orders for an hour',
  REFUSES_CAA: 'finds CAA records that forbid it',
  WRONG_CONTENT: 'sees other content than was agreed',
  LATE: 'issues two minutes late',
};

/** The practice certificate authority: what is wrong with it, what it issued, and how to trust it. */
export function AuthorityStandIn({ authority }: { authority: Authority }) {
  const change = useMutation({
    mutationFn: (to: Partial<Authority>) =>
      dataOf(
        api.PUT('/api/practice/authority', {
          body: { fault: to.fault ?? authority.fault, hurried: to.hurried ?? authority.hurried },
        }),
      ),
    onSuccess: () => queries.invalidateQueries(),
  });
  return (
    <section aria-labelledby="authority">
      <h2 id="authority" className="mb-1 text-lg">
        Certificate authority
      </h2>
      <p className="mb-2 flex flex-wrap items-baseline gap-2">
        <label htmlFor="authority-fault">It</label>
        <select
          id="authority-fault"
          value={authority.fault}
          className="border-ink bg-paper border px-2 py-0.5"
          onChange={(e) => {
            change.mutate({ fault: e.target.value as Authority['fault'] });
          }}
        >
          {authority.faults.map((f) => (
            <option key={f} value={f}>
              {FAULTS[f]}
            </option>
          ))}
        </select>
      </p>
      <Check
        checked={authority.hurried}
        onChange={(hurried) => {
          change.mutate({ hurried });
        }}
      >
        it advises to renew at once what it issued so far
      </Check>
      <Trouble error={change.error} />
      <p className="mt-2 max-w-prose">
        No browser trusts it by itself. To open secure pages here,{' '}
        <a href="/api/practice/authority/root" download="practice-root.pem">
          download its root certificate
        </a>{' '}
        and add it to the authorities that your browser trusts for websites. Take it out when you have tried
        enough.
      </p>
      <details className="mt-2">
        <summary className="text-soft min-h-6 cursor-pointer">
          issued for {authority.issued.length} {authority.issued.length === 1 ? 'name' : 'names'}
        </summary>
        <ul>
          {authority.issued.map((each) => (
            <li key={each.name} className="border-water flex flex-wrap justify-between gap-2 border-b py-1">
              <span className="mono [overflow-wrap:anywhere]">{each.name}</span>
              <span className="text-soft">
                until <Time at={each.until} />
              </span>
            </li>
          ))}
        </ul>
      </details>
    </section>
  );
}
