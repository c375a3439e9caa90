import { useMutation, useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { keys, queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import { Loading, Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { CopyButton } from '../../common/ui/Words';
import { WhatNav } from '../../what/draft/WhatNav';
import { useThisSite, type SiteView } from '../../what/site/thisSite';
import { IssuedToken } from '../../who/access/IssuedToken';
import { May, WhoMay } from '../../who/access/May';
import { ArrivalRule } from '../arrival/ArrivalRule';
import { WatchedFolder } from '../arrival/WatchedFolder';
import { SftpKeys } from './SftpKeys';

type Sftp = Schemas['SftpView'];

/** What a program has to be told to send files. */
export function SftpPage() {
  const site = useThisSite();
  const sftp = useQuery({
    queryKey: keys.part(site.id, 'sftp'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/sftp', { params: { path: { siteId: site.id } } })),
  });
  return (
    <>
      <WhatNav />
      <Trouble error={sftp.error} />
      {sftp.isPending && <Loading />}
      {sftp.data && (
        <Panes
          label="Files by SFTP"
          ledger={<Told site={site} sftp={sftp.data} />}
          sheet={<Password site={site} sftp={sftp.data} />}
        />
      )}
    </>
  );
}

function Told({ site, sftp }: { site: SiteView; sftp: Sftp }) {
  const words = [
    `Files of ${site.title} by SFTP`,
    `Server: ${sftp.server}`,
    `Port: ${String(sftp.port)}`,
    `User: ${sftp.user}`,
    'Password: a token of the site, or a public key of yours',
    `Folder: ${sftp.folder}`,
    `Key of the server: ${sftp.fingerprint}`,
    ...(sftp.url === null ? [] : [`Visitors see it at: ${sftp.url}`]),
  ].join('\n');
  return (
    <>
      <h2 className="mb-1 text-lg">Send files from a program</h2>
      <p className="text-soft mb-3 max-w-prose">
        Any program that sends files by SFTP works. The folder it sees is the draft of {site.title}.
      </p>
      {!sftp.running && (
        <Notice kind="attention">
          This harbor takes no files by SFTP just now. Whoever runs it can open the port {String(sftp.port)};
          uploads in the browser work as before.
        </Notice>
      )}
      <dl className="mb-4">
        <Row name="Server" value={sftp.server} />
        <Row name="Port" value={String(sftp.port)} />
        <Row name="User" value={sftp.user} />
        <Row name="Folder" value={sftp.folder} />
        <Row name="Key of the server" value={sftp.fingerprint} />
        {sftp.url !== null && <Row name="Visitors see it at" value={sftp.url} />}
      </dl>
      <p className="flex items-center gap-1">
        All of it as words <CopyButton text={words} what="All" />
      </p>
      <WatchedFolder site={site} />
      <p className="text-soft mt-3">
        <Link to={`/sites/${site.id}/what`}>Back to the draft</Link>
      </p>
    </>
  );
}

function Row({ name, value }: { name: string; value: ReactNode & string }) {
  return (
    <div className="border-water grid grid-cols-[9rem_1fr] items-center gap-x-2 border-b py-1">
      <dt className="text-soft">{name}</dt>
      <dd className="flex items-center justify-between gap-x-2">
        <span className="mono [overflow-wrap:anywhere]">{value}</span>
        <CopyButton text={value} what={name} />
      </dd>
    </div>
  );
}

function Password({ site, sftp }: { site: SiteView; sftp: Sftp }) {
  const [name, setName] = useState('');
  const [days, setDays] = useState('365');
  const issue = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/tokens', {
          body: { name, reach: 'PUBLISH', siteId: site.id, days: days === '' ? null : Number(days) },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['access'] }),
  });
  const problem = issue.error instanceof Problem ? issue.error : undefined;
  return (
    <>
      <h2 className="mb-1 text-lg">The password is a token</h2>
      <p className="mb-3 max-w-prose">
        One for each program, for this site alone. It can be revoked under{' '}
        <Link to="/account">your account</Link> without changing anything else.
      </p>
      <WhoMay site={site} to="EDIT" what="send files" />
      <May site={site} to="EDIT">
        {issue.data && <IssuedToken token={issue.data.token} advice="Paste it as the password now." />}
        <form
          className="max-w-sm"
          onSubmit={(e) => {
            e.preventDefault();
            issue.mutate();
          }}
        >
          <Field
            label="Which program it is for"
            required
            maxLength={120}
            value={name}
            problem={problem?.field('name')}
            onChange={(e) => {
              setName(e.target.value);
            }}
          />
          <Choice
            label="It ends"
            value={days}
            options={[
              ['30', 'after 30 days'],
              ['365', 'after a year'],
              ['', 'never'],
            ]}
            onChange={setDays}
          />
          <Trouble error={issue.error} />
          <Button type="submit" busy={issue.isPending}>
            Create token
          </Button>
        </form>
      </May>
      <SftpKeys />
      <h3 className="mt-5 mb-1">How it arrives</h3>
      <ul className="max-w-prose list-disc pl-5">
        <li>
          What a program does becomes one change of the draft when it signs off, or has been quiet for{' '}
          {String(sftp.quietSeconds)} seconds.
        </li>
        <li>When the line is cut, what was sent since the last pause does not arrive.</li>
        <li>Names that no site can hold are refused to the program, with the reason.</li>
      </ul>
      <ArrivalRule site={site} />
    </>
  );
}
