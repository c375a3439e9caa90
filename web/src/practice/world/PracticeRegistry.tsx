import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';
import { OtherCompany } from './OtherCompany';

/** What the practice registry holds, and names registered through another company. */
export function PracticeRegistry({ practice }: { practice: Schemas['PracticeView'] }) {
  const [name, setName] = useState('');
  const down = useMutation({
    mutationFn: (to: boolean) => dataOf(api.PUT('/api/practice/registry', { body: { down: to } })),
    onSuccess: () => queries.invalidateQueries(),
  });
  const elsewhere = useMutation({
    mutationFn: () =>
      dataOf(api.POST('/api/practice/elsewhere', { body: { domain: name.trim().toLowerCase() } })),
    onSuccess: () => queries.invalidateQueries(),
  });
  const others = practice.names.filter((n) => n.sponsor === 'elsewhere');
  return (
    <section aria-labelledby="registry">
      <h2 id="registry" className="mb-1 text-lg">
        Registry
      </h2>
      <Check
        checked={practice.registryDown}
        onChange={(to) => {
          down.mutate(to);
        }}
      >
        it is down
      </Check>
      <table className="mt-2 w-full border-collapse">
        <thead>
          <tr className="border-water border-b text-left">
            <th className="py-1 font-medium">Name</th>
            <th className="font-medium">Through</th>
            <th className="font-medium">Until</th>
          </tr>
        </thead>
        <tbody>
          {practice.names.map((n) => (
            <tr key={n.domain} className="border-water border-b align-baseline">
              <td className="mono py-1 pr-2 [overflow-wrap:anywhere]">{n.domain}</td>
              <td className="pr-2">{n.sponsor === 'elsewhere' ? 'another company' : 'this harbor'}</td>
              <td>
                <Time at={n.expiresAt} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <form
        className="mt-3"
        onSubmit={(e) => {
          e.preventDefault();
          elsewhere.mutate();
        }}
      >
        <Field
          label="Register a name with another company"
          value={name}
          className="mono"
          placeholder="nightjar.club.localhost"
          autoComplete="off"
          spellCheck={false}
          onChange={(e) => {
            setName(e.target.value);
          }}
        />
        <Trouble error={elsewhere.error ?? down.error} />
        <Button type="submit" busy={elsewhere.isPending} disabled={name.trim() === ''}>
          Register it there
        </Button>
      </form>
      {others.length > 0 && <OtherCompany domains={others.map((n) => n.domain)} />}
    </section>
  );
}
