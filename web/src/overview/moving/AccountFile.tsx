import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { counted } from '../../common/ui/Words';

type Came = Schemas['Came'];

/** Everything of the account as one file, and such a file brought in. */
export function AccountFile() {
  const [rights, setRights] = useState(false);
  const [file, setFile] = useState<File>();
  const bring = useMutation({
    mutationFn: (chosen: File) =>
      dataOf(
        api.PUT('/api/account/file', {
          params: { query: { rightsConfirmed: rights } },
          body: chosen as never,
          bodySerializer: (body: unknown) => body as File,
          headers: { 'Content-Type': 'application/zip' },
        }),
      ),
    onSuccess: async () => {
      setFile(undefined);
      await queries.invalidateQueries();
    },
  });
  return (
    <section aria-labelledby="file">
      <h2 id="file" className="mb-1 text-lg">
        Take everything along
      </h2>
      <p className="mb-2 max-w-prose">
        One ZIP with all sites: every version, draft, address, redirect and plan, who gets in, hosts without
        passwords, people. It goes in again here or on another harbor.
      </p>
      <p className="mb-4">
        <a href="/api/account/file" download className="border-ink border px-3 py-1 font-medium no-underline">
          Download the file
        </a>
      </p>
      <h3 className="mb-1 text-[1.05rem]">Import such a file</h3>
      <p className="text-soft mb-2">Its sites are added beside those that are here; nothing is replaced.</p>
      <input
        type="file"
        accept=".zip,application/zip"
        aria-label="File of an account"
        className="mb-2 block"
        onChange={(e) => {
          setFile(e.target.files?.[0]);
        }}
      />
      {file && (
        <>
          <Check checked={rights} onChange={setRights}>
            I have the right to publish this content. (Else nothing of it goes live.)
          </Check>
          <Button
            className="mt-2"
            kind="primary"
            busy={bring.isPending}
            onClick={() => {
              bring.mutate(file);
            }}
          >
            Import {file.name}
          </Button>
        </>
      )}
      <Trouble error={bring.error} />
      {bring.data && <CameIn came={bring.data} />}
    </section>
  );
}

function CameIn({ came }: { came: Came }) {
  const left = [
    ...came.sites.flatMap((site) => site.left.map((words) => `${site.title}: ${words}`)),
    ...came.left,
  ];
  return (
    <Notice kind="good">
      <p>
        {counted(came.sites.length, 'site')} imported:{' '}
        {came.sites
          .map((site) => `${site.title} (${counted(site.versions, 'version')}${site.live ? ', live' : ''})`)
          .join(', ')}
        .
      </p>
      {left.length > 0 && (
        <>
          <p className="mt-2">Not taken over:</p>
          <ul className="list-disc pl-5">
            {left.map((words) => (
              <li key={words} className="[overflow-wrap:anywhere]">
                {words}
              </li>
            ))}
          </ul>
        </>
      )}
    </Notice>
  );
}
