import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';

/** Where one would enter records at another company. */
export function OtherCompany({ domains }: { domains: string[] }) {
  const [domain, setDomain] = useState(domains[0] ?? '');
  const [name, setName] = useState('@');
  const [type, setType] = useState('TXT');
  const [data, setData] = useState('');
  const save = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/practice/elsewhere/{domain}/records', {
          params: { path: { domain } },
          body: {
            name: name.replace(new RegExp(`\\.?${domain.replaceAll('.', '\\.')}\\.?$`), '') || '@',
            type,
            ttl: 3600,
            data: data.trim() === '' ? [] : [data.trim()],
          },
        }),
      ),
    onSuccess: async () => {
      setData('');
      await queries.invalidateQueries();
    },
  });
  const field = 'border-ink bg-paper mono border px-2 py-1';
  return (
    <form
      aria-label="Records at the other company"
      className="mt-4 grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <h3>Records at the other company</h3>
      <select
        aria-label="Domain"
        value={domain}
        className={field}
        onChange={(e) => {
          setDomain(e.target.value);
        }}
      >
        {domains.map((d) => (
          <option key={d}>{d}</option>
        ))}
      </select>
      <div className="grid grid-cols-[1fr_6rem] gap-2">
        <input
          aria-label="Name there"
          value={name}
          className={field}
          onChange={(e) => {
            setName(e.target.value);
          }}
        />
        <select
          aria-label="Type there"
          value={type}
          className={field}
          onChange={(e) => {
            setType(e.target.value);
          }}
        >
          {['A', 'AAAA', 'CNAME', 'TXT'].map((t) => (
            <option key={t}>{t}</option>
          ))}
        </select>
      </div>
      <input
        aria-label="Value there; empty takes the record out"
        placeholder="empty takes the record out"
        value={data}
        className={field}
        onChange={(e) => {
          setData(e.target.value);
        }}
      />
      <Trouble error={save.error} />
      <span>
        <Button type="submit" busy={save.isPending}>
          Save the record there
        </Button>
      </span>
    </form>
  );
}
