import { useNavigate } from 'react-router';
import { useSites } from '../../common/api/sites';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { useServerForm } from '../../common/ui/useServerForm';
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
        button="Add receiver"
        send={async (form) => {
          const made = await add.mutateAsync(form);
          onAdded(made.receiver.id, made.secret);
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
          <Fields from={receiver} button="Save" send={change.mutateAsync} />
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
  button,
  send,
}: {
  from: ReceiverForm;
  button: string;
  send: (form: ReceiverForm) => Promise<unknown>;
}) {
  const sites = useSites();
  const form = useServerForm<ReceiverForm, unknown>({
    begin: { name: from.name, url: from.url, siteId: from.siteId, kinds: from.kinds, running: from.running },
    send,
  });
  const { values, set } = form;
  const amiss = form.problem('kinds');
  return (
    <form onSubmit={form.onSubmit}>
      <Field label="Name of the program" maxLength={120} {...form.field('name')} />
      <Field
        label="URL that messages go to"
        type="url"
        inputMode="url"
        placeholder="https://build.example/hooks/harbor"
        className="mono"
        {...form.field('url')}
      />
      <Choice
        label="About"
        value={values.siteId ?? ''}
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
            checked={values.kinds.includes(kind)}
            onChange={(on) => {
              set({ kinds: on ? [...values.kinds, kind] : values.kinds.filter((each) => each !== kind) });
            }}
          >
            {words}
          </Check>
        ))}
        {amiss !== undefined && <p className="text-magenta">{amiss}</p>}
      </fieldset>
      <Check
        checked={values.running}
        onChange={(running) => {
          set({ running });
        }}
      >
        Messages are sent
      </Check>
      {form.trouble}
      <p className="mt-3">
        <Button kind="primary" type="submit" busy={form.busy}>
          {button}
        </Button>
      </p>
    </form>
  );
}
