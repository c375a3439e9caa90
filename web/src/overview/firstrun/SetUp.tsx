import { useEffect, useState } from 'react';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { Button } from '../../common/ui/Button';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import { Loading } from '../../common/ui/Notice';
import { useServerForm } from '../../common/ui/useServerForm';
import { NewPassword } from '../../who/access/NewPassword';
import { Tried } from './Tried';

type Settings = Schemas['FirstRunSettings'];

const BEGIN = {
  appName: '',
  nameEnding: '',
  previewEnding: '',
  numbers: '',
  mailHost: '',
  mailPort: '587',
  mailSecurity: 'STARTTLS' as Settings['mailSecurity'],
  mailUser: '',
  mailPassword: '',
  mailFrom: '',
  authority: '',
  signUp: 'INVITATION' as Settings['signUp'],
  accountName: '',
  name: '',
  email: '',
  password: '',
};

const SECURITIES: [Settings['mailSecurity'], string][] = [
  ['STARTTLS', 'STARTTLS (port 587)'],
  ['TLS', 'TLS from the start (port 465)'],
  ['NONE', 'None: a server on this machine'],
];

const SIGN_UPS: [Settings['signUp'], string][] = [
  ['INVITATION', 'Those whom someone here invited'],
  ['OPEN', 'Anyone'],
  ['CLOSED', 'Nobody'],
];

const settingsOf = (typed: typeof BEGIN): Settings => ({
  appName: typed.appName,
  nameEnding: typed.nameEnding,
  previewEnding: typed.previewEnding,
  numbers: typed.numbers.split(/[\s,]+/).filter((each) => each !== ''),
  mailHost: typed.mailHost,
  mailPort: Number(typed.mailPort) || 0,
  mailSecurity: typed.mailSecurity,
  mailUser: typed.mailUser,
  mailPassword: typed.mailPassword,
  mailFrom: typed.mailFrom,
  authority: typed.authority,
  signUp: typed.signUp,
});

/** What a new harbor has to know, and beside it what was tried of that. */
export function SetUp({ code, numbers }: { code: string; numbers: string[] }) {
  const form = useServerForm({
    begin: { ...BEGIN, numbers: numbers.join(', ') },
    send: (typed) =>
      dataOf(
        api.POST('/api/first-run', {
          body: {
            code,
            settings: settingsOf(typed),
            owner: {
              accountName: typed.accountName,
              person: { name: typed.name, email: typed.email, password: typed.password },
            },
          },
        }),
      ),
  });
  if (form.answer) return <StartsAgain origin={form.answer.origin} />;
  return (
    <main className="mx-auto max-w-[76rem] px-4 py-6">
      <title>Set up this harbor · Even Harbor</title>
      <h1 className="mb-1 text-2xl">Set up this harbor</h1>
      <p className="text-soft mb-5 max-w-prose">
        All of it can be changed later, in the file settings.yml of the harbor’s folder. What the world still
        lacks, such as a DNS record, can follow: visitors reach the sites from then on.
      </p>
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-2">
        <form onSubmit={form.onSubmit}>
          <fieldset className="mb-5">
            <legend className="mb-2 text-lg font-semibold">Names</legend>
            <Field
              label="The application"
              className="mono"
              placeholder="harbor.example"
              hint={<p className="text-soft">Where you open it, by HTTPS. Empty: on its own machine only.</p>}
              {...form.field('appName')}
            />
            <Field
              label="Sites end with"
              className="mono"
              placeholder="sites.example"
              hint={
                <p className="text-soft [overflow-wrap:anywhere]">
                  A new site is NAME.{form.values.nameEnding.trim() || 'sites.example'} until it has a name of
                  its own.
                </p>
              }
              required
              {...form.field('nameEnding')}
            />
            <Field
              label="Previews end with"
              className="mono"
              placeholder="previews.example"
              hint={
                <p className="text-soft">Another domain than the two above, so that drafts stay apart.</p>
              }
              required
              {...form.field('previewEnding')}
            />
            <Field
              label="Public numbers of this machine"
              className="mono"
              placeholder="192.0.2.1, 2001:db8::1"
              required
              {...form.field('numbers')}
            />
          </fieldset>
          <fieldset className="mb-5">
            <legend className="mb-2 text-lg font-semibold">HTTPS</legend>
            <Field
              label="Directory of the certificate authority"
              className="mono"
              placeholder="https://authority.example/directory"
              hint={
                <p className="text-soft">
                  The URL that an authority with ACME (RFC 8555) tells. Certificates are then had and renewed
                  by themselves.
                </p>
              }
              {...form.field('authority')}
            />
          </fieldset>
          <fieldset className="mb-5">
            <legend className="mb-2 text-lg font-semibold">Mail</legend>
            <Field
              label="Mail server"
              className="mono"
              placeholder="mail.example"
              {...form.field('mailHost')}
            />
            {form.values.mailHost !== '' && (
              <>
                <Choice
                  label="How the connection is made safe"
                  value={form.values.mailSecurity}
                  options={SECURITIES}
                  onChange={(security) => {
                    const mailSecurity = security as Settings['mailSecurity'];
                    form.set({ mailSecurity, mailPort: PORTS[mailSecurity] });
                  }}
                />
                <Field label="Port" inputMode="numeric" className="mono" {...form.field('mailPort')} />
                <Field label="User" autoComplete="off" {...form.field('mailUser')} />
                <Field
                  label="Password of that user"
                  type="password"
                  autoComplete="off"
                  {...form.field('mailPassword')}
                />
                <Field
                  label="Mails are from"
                  placeholder="Even Harbor <harbor@example.org>"
                  {...form.field('mailFrom')}
                />
              </>
            )}
          </fieldset>
          <fieldset className="mb-5">
            <legend className="mb-2 text-lg font-semibold">You</legend>
            <Field label="Account name" required {...form.field('accountName')} />
            <Field label="Your name" autoComplete="name" required {...form.field('name')} />
            <Field label="E-mail" type="email" autoComplete="username" required {...form.field('email')} />
            <NewPassword {...form.field('password')} />
            <Choice
              label="Who may open an account"
              value={form.values.signUp}
              options={SIGN_UPS}
              onChange={(signUp) => {
                form.set({ signUp: signUp as Settings['signUp'] });
              }}
            />
          </fieldset>
          {form.trouble}
          <Button kind="primary" type="submit" busy={form.busy}>
            Set up this harbor
          </Button>
        </form>
        <Tried code={code} settings={settingsOf(form.values)} />
      </div>
    </main>
  );
}

const PORTS: Record<Settings['mailSecurity'], string> = { STARTTLS: '587', TLS: '465', NONE: '25' };

/** It ends and starts, and then one goes on where one is. */
function StartsAgain({ origin }: { origin: string }) {
  const [back, setBack] = useState(false);
  useEffect(() => {
    let gone = false;
    const timer = setInterval(() => {
      api.GET('/api/first-run').then(
        ({ data }) => {
          if (gone && data) setBack(true);
        },
        () => {
          gone = true;
        },
      );
    }, 1000);
    return () => {
      clearInterval(timer);
    };
  }, []);
  return (
    <main className="mx-auto max-w-prose px-4 py-10" aria-live="polite">
      <title>Set up · Even Harbor</title>
      <h1 className="mb-3 text-2xl">{back ? 'This harbor is set up' : 'Starting with these settings …'}</h1>
      {back ? (
        <>
          <p className="mb-3">
            <a href="/">Go on</a> to your first site.
          </p>
          {origin !== '' && (
            <p className="text-soft">
              From elsewhere you open it at <span className="mono">{origin}</span>, once DNS leads there and
              its certificate has come. State of the harbor, in the menu, says what is missing.
            </p>
          )}
        </>
      ) : (
        <Loading />
      )}
    </main>
  );
}
