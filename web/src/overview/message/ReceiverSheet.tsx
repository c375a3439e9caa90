import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Problem } from '../../common/api/problem';
import { useSites } from '../../common/api/sites';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Notice';
import { IssuedToken } from '../../who/access/IssuedToken';
import { MessageLog } from './MessageLog';
import {
  KINDS,
  useAddReceiver,
  useChangeReceiver,
  useNewSecret,
  useRemoveReceiver,
  type Receiver,
  type ReceiverForm,
} from './receivers';

const FRESH: ReceiverForm = {
  name: '',
  url: '',
  siteId: null,
  kinds: ['PUBLISHED', 'TAKEN_DOWN', 'RESTORED', 'FAILED', 'NAME_STOPPED'],
  running: true,
};

const SECRET = 'The program checks the signature with it.';

/** A program that is to be told what happens. */
export function NewReceiver({ onAdded }: { onAdded: (id: string, secret: string) => void }) {
  const add = useAddReceiver();
  return (
    <>
      <h2 className="mb-2 text-lg">Tell a program</h2>
      <Fields
        from={FRESH}
        error={add.error}
        busy={add.isPending}
        button="Add receiver"
        onSend={(form) => {
          add.mutate(form, {
            onSuccess: (made) => {
              onAdded(made.receiver.id, made.secret);
            },
          });
        }}
      />
    </>
  );
}

/** One that is told already, with what it was told last. */
export function ReceiverSheet({ receiver, secret }: { receiver: Receiver; secret: string | undefined }) {
  const change = useChangeReceiver(receiver.id);
  const remove = useRemoveReceiver(receiver.id);
  const renew = useNewSecret(receiver.id);
  const navigate = useNavigate();
  const issued = renew.data?.secret ?? secret;
  return (
    <>
      <h2 className="mb-2 text-lg [overflow-wrap:anywhere]">{receiver.name}</h2>
      {issued !== undefined && <IssuedToken token={issued} advice={SECRET} />}
      {renew.data && <p className="mb-2">The secret before signs beside it for a day.</p>}
      <MessageLog id={receiver.id} />
      <details className="mt-5">
        <summary className="min-h-[25px] cursor-pointer font-medium">Settings</summary>
        <div className="mt-2">
          <Fields
            from={receiver}
            error={change.error}
            busy={change.isPending}
            button="Save"
            onSend={change.mutate}
          />
          <div className="mt-2 flex flex-wrap gap-2">
            <Button
              busy={renew.isPending}
              onClick={() => {
                renew.mutate();
              }}
            >
              New secret
            </Button>
            <Button
              busy={remove.isPending}
              onClick={() => {
                remove.mutate(undefined, { onSuccess: () => navigate('/account/messages') });
              }}
            >
              Remove
            </Button>
          </div>
          <Trouble error={remove.error ?? renew.error} />
        </div>
      </details>
    </>
  );
}

function Fields({
  from,
  error,
  busy,
  button,
  onSend,
}: {
  from: ReceiverForm;
  error: Error | null;
  busy: boolean;
  button: string;
  onSend: (form: ReceiverForm) => void;
}) {
  const [form, setForm] = useState<ReceiverForm>({
    name: from.name,
    url: from.url,
    siteId: from.siteId,
    kinds: from.kinds,
    running: from.running,
  });
  const sites = useSites();
  const problem = error instanceof Problem ? error : undefined;
  const set = (change: Partial<ReceiverForm>) => {
    setForm({ ...form, ...change });
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        onSend(form);
      }}
    >
      <Field
        label="Name of the program"
        maxLength={120}
        value={form.name}
        problem={problem?.field('name')}
        onChange={(e) => {
          set({ name: e.target.value });
        }}
      />
      <Field
        label="URL that messages go to"
        type="url"
        inputMode="url"
        placeholder="https://build.example/hooks/harbor"
        className="mono"
        value={form.url}
        problem={problem?.field('url')}
        onChange={(e) => {
          set({ url: e.target.value });
        }}
      />
      <Choice
        label="About"
        value={form.siteId ?? ''}
        options={[
          ['', 'all sites'],
          ...(sites.data ?? []).map((each): [string, string] => [each.site.id, each.site.title]),
        ]}
        onChange={(siteId) => {
          set({ siteId: siteId === '' ? null : siteId });
        }}
      />
      <fieldset className="mb-3">
        <legend className="mb-1 font-medium">It is told when …</legend>
        {KINDS.map(([kind, words]) => (
          <Check
            key={kind}
            checked={form.kinds.includes(kind)}
            onChange={(on) => {
              set({ kinds: on ? [...form.kinds, kind] : form.kinds.filter((each) => each !== kind) });
            }}
          >
            {words}
          </Check>
        ))}
        {problem?.field('kinds') !== undefined && <p className="text-magenta">{problem.field('kinds')}</p>}
      </fieldset>
      <Check
        checked={form.running}
        onChange={(running) => {
          set({ running });
        }}
      >
        Messages are sent
      </Check>
      {problem?.body.violations ? null : <Trouble error={error} />}
      <p className="mt-3">
        <Button kind="primary" type="submit" busy={busy}>
          {button}
        </Button>
      </p>
    </form>
  );
}
