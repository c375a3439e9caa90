import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { useHosting } from '../../common/api/practice';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Trouble } from '../../common/ui/Trouble';
import { CopyButton } from '../../common/ui/Words';

type Company = Schemas['HostingView'];

const FAULTS: Record<Company['fault'], string> = {
  NONE: 'works',
  DROPS: 'drops the connection every 50 KB',
  FULL: 'has a full disk',
  SLOW: 'answers 20 ms late',
  REFUSES_RENAMES: 'refuses to rename',
  RENAMES_ONTO_NOTHING: 'does not replace by renaming',
  NO_MLSD: 'lists in the old way only (FTP)',
  FORGETS: 'loses each fifth file',
  CROWDED: 'takes one connection at a time (FTP)',
  PASSIVE_BLOCKED: 'lets no files through (FTP)',
  REFUSES_SIGN_IN: 'refuses the password',
  OTHER_IDENTITY: 'shows another certificate or key',
  DOWN: 'is down',
};

/** The practice hosting companies: their welcome mails, and what is wrong with them. */
export function HostingStandIns() {
  const hosting = useHosting();
  return (
    <section aria-labelledby="hosting">
      <h2 id="hosting" className="mb-1 text-lg">
        Hosting companies
      </h2>
      <Trouble error={hosting.error} />
      <ul className="border-water border-t">
        {hosting.data?.map((company) => (
          <CompanyRow key={company.name} company={company} />
        ))}
      </ul>
    </section>
  );
}

function CompanyRow({ company }: { company: Company }) {
  const [path, setPath] = useState('index.html');
  const refresh = () => queries.invalidateQueries();
  const at = { params: { path: { name: company.name } } };
  const fault = useMutation({
    mutationFn: (to: Company['fault']) =>
      dataOf(api.PUT('/api/practice/hosting/{name}', { ...at, body: { fault: to } })),
    onSuccess: refresh,
  });
  const edit = useMutation({
    mutationFn: () => dataOf(api.POST('/api/practice/hosting/{name}/edits', { ...at, body: { path } })),
    onSuccess: refresh,
  });
  return (
    <li className="border-water border-b py-2">
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <strong className="font-medium">{company.name}</strong>
        <select
          aria-label={`What is wrong with: ${company.name}`}
          value={company.fault}
          className="border-ink bg-paper max-w-full border px-2 py-0.5"
          onChange={(e) => {
            fault.mutate(e.target.value as Company['fault']);
          }}
        >
          {company.faults.map((f) => (
            <option key={f} value={f}>
              {FAULTS[f]}
            </option>
          ))}
        </select>
      </div>
      <p>
        <a
          href={company.site}
          target="_blank"
          rel="noreferrer"
          className="mono inline-block min-h-[25px] [overflow-wrap:anywhere]"
        >
          {company.site}
        </a>
      </p>
      <details>
        <summary className="text-soft min-h-[25px] cursor-pointer">its welcome mail</summary>
        <pre className="mono bg-land/60 overflow-auto p-2 text-[0.86rem] whitespace-pre-wrap">
          {company.mail}
        </pre>
        <CopyButton text={company.mail} what="mail" />
      </details>
      {company.key !== '' && (
        <details>
          <summary className="text-soft min-h-[25px] cursor-pointer">
            its private key for you, locked with the password
          </summary>
          <pre className="mono bg-land/60 overflow-auto p-2 text-[0.86rem]">{company.key}</pre>
          <CopyButton text={company.key} what="key" />
        </details>
      )}
      <form
        className="mt-1 flex flex-wrap items-center gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          edit.mutate();
        }}
      >
        <input
          aria-label={`File that someone edits at ${company.name}`}
          value={path}
          className="border-ink bg-paper mono border px-2 py-1"
          onChange={(e) => {
            setPath(e.target.value);
          }}
        />
        <Button type="submit" kind="quiet" busy={edit.isPending}>
          Someone edits it there
        </Button>
      </form>
      <Trouble error={fault.error ?? edit.error} />
    </li>
  );
}
