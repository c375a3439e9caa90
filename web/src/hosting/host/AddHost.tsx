import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { Button } from '../../common/ui/Button';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { EMPTY, type HostFields } from './fields';
import { HostForm } from './HostForm';

/** Adding a host: paste what the welcome mail says, or type it. */
export function AddHost({ all }: { all: Schemas['HostsView'] }) {
  const [mail, setMail] = useState('');
  const [fields, setFields] = useState<HostFields>();
  const read = useMutation({
    mutationFn: (text: string) => dataOf(api.POST('/api/hosts/reading', { body: { text } })),
    onSuccess: (found) => {
      setFields({
        ...EMPTY,
        name: found.name ?? '',
        protocol: found.protocol ?? 'SFTP',
        server: found.server ?? '',
        port: found.port === null ? '' : String(found.port),
        user: found.user ?? '',
        secret: found.password ?? '',
        folder: found.folder ?? '',
        url: found.url ?? '',
      });
    },
  });
  if (fields) {
    const missing = (
      [
        ['server', 'the server'],
        ['user', 'the user name'],
        ['secret', 'the password'],
      ] as const
    ).filter(([key]) => fields[key] === '');
    return (
      <>
        <h2 className="mb-1 text-lg">Add a host</h2>
        {read.data && (
          <Notice kind={missing.length > 0 ? 'attention' : 'fact'}>
            <p>
              {missing.length === 0
                ? 'This is what the mail says. Correct it where it is wrong.'
                : `The mail does not say ${missing.map(([, words]) => words).join(', ')}: add it below.`}
            </p>
            {read.data.cleanings.map((c) => (
              <p key={c} className="text-soft">
                {c}
              </p>
            ))}
          </Notice>
        )}
        <HostForm
          all={all}
          begin={fields}
          onLeave={() => {
            read.reset();
            setFields(undefined);
          }}
        />
      </>
    );
  }
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        read.mutate(mail);
      }}
    >
      <h2 className="mb-1 text-lg">Add a host</h2>
      <label className="mb-3 block">
        <span className="mb-1 block">
          Paste what the hosting company’s welcome mail says. Server, user, password, folder and the rest are
          picked out of it. Nothing is kept of the mail.
        </span>
        <textarea
          value={mail}
          rows={9}
          spellCheck={false}
          aria-label="Welcome mail"
          className="mono border-ink bg-paper w-full border px-2 py-1.5 text-[0.93rem]"
          onChange={(e) => {
            setMail(e.target.value);
          }}
        />
      </label>
      <Trouble error={read.error} />
      <div className="flex flex-wrap gap-2">
        <Button type="submit" kind="primary" busy={read.isPending} disabled={mail.trim() === ''}>
          Read the mail
        </Button>
        <Button
          onClick={() => {
            setFields(EMPTY);
          }}
        >
          Type it instead
        </Button>
        {all.folders.length > 0 && (
          <Button
            onClick={() => {
              const folder = all.folders[0] ?? '';
              setFields({ ...EMPTY, protocol: 'FOLDER', server: folder, name: folder });
            }}
          >
            A folder on this server
          </Button>
        )}
      </div>
    </form>
  );
}
