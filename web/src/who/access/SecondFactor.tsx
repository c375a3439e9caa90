import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { useServerForm } from '../../common/ui/useServerForm';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { counted, CopyButton, Time } from '../../common/ui/Words';

type Begun = Schemas['BegunView'];

const refresh = () => queries.invalidateQueries({ queryKey: ['access'] });

/** One's own second factor: codes of a device, and codes on paper for when it is lost. */
export function SecondFactor() {
  const [begun, setBegun] = useState<Begun>();
  const [paper, setPaper] = useState<string[]>();
  const factor = useQuery({
    queryKey: ['access', 'second-factor'],
    queryFn: () => dataOf(api.GET('/api/second-factor')),
  });
  const since = factor.data?.since ?? null;
  return (
    <section aria-labelledby="factor" className="max-w-md">
      <h2 id="factor" className="mb-1 text-lg">
        Second factor
      </h2>
      <Trouble error={factor.error} />
      {paper && <Paper codes={paper} />}
      {factor.data && since !== null && (
        <>
          <p className="mb-2">
            On since <Time at={since} short />, with {counted(factor.data.paperCodes, 'code')} on paper left.
          </p>
          <WhileOn
            onPaper={(codes) => {
              setPaper(codes);
            }}
          />
        </>
      )}
      {factor.data && since === null && (
        <>
          <p className="mb-2">
            {begun
              ? 'Open your authenticator program, scan this, and type the code that it shows.'
              : 'Besides the password, a code that your phone shows: whoever learns the password alone gets nowhere.'}
          </p>
          {begun ? (
            <Confirm
              begun={begun}
              onDone={(codes) => {
                setBegun(undefined);
                setPaper(codes);
              }}
            />
          ) : (
            <Begin onBegun={setBegun} />
          )}
        </>
      )}
    </section>
  );
}

function Begin({ onBegun }: { onBegun: (begun: Begun) => void }) {
  const [password, setPassword] = useState('');
  const begin = useMutation({
    mutationFn: () => dataOf(api.POST('/api/second-factor', { body: { password } })),
    onSuccess: onBegun,
  });
  const problem = begin.error instanceof Problem ? begin.error : undefined;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        begin.mutate();
      }}
    >
      <Field
        label="Your password"
        type="password"
        autoComplete="current-password"
        required
        value={password}
        problem={problem?.field('password')}
        onChange={(e) => {
          setPassword(e.target.value);
        }}
      />
      {problem?.body.violations ? null : <Trouble error={begin.error} />}
      <Button type="submit" busy={begin.isPending}>
        Set up a second factor …
      </Button>
    </form>
  );
}

function Confirm({ begun, onDone }: { begun: Begun; onDone: (codes: string[]) => void }) {
  const [code, setCode] = useState('');
  const confirm = useMutation({
    mutationFn: () => dataOf(api.PUT('/api/second-factor', { body: { code } })),
    onSuccess: async (paper) => {
      onDone(paper.codes);
      await refresh();
    },
  });
  const problem = confirm.error instanceof Problem ? confirm.error : undefined;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        confirm.mutate();
      }}
    >
      <svg
        viewBox={`0 0 ${String(begun.qr.size)} ${String(begun.qr.size)}`}
        className="mb-2 size-48 bg-white"
        role="img"
        aria-label="QR code for your authenticator program"
        shapeRendering="crispEdges"
      >
        <path d={begun.qr.path} fill="black" />
      </svg>
      <p className="mb-3">
        Or type this there: <span className="mono [overflow-wrap:anywhere]">{begun.secret}</span>{' '}
        <CopyButton text={begun.secret} what="the secret" />
      </p>
      <Field
        label="The code it shows"
        inputMode="numeric"
        autoComplete="one-time-code"
        required
        value={code}
        problem={problem?.field('code')}
        onChange={(e) => {
          setCode(e.target.value);
        }}
      />
      {problem?.body.violations ? null : <Trouble error={confirm.error} />}
      <Button kind="primary" type="submit" busy={confirm.isPending}>
        Turn it on
      </Button>
    </form>
  );
}

function Paper({ codes }: { codes: string[] }) {
  return (
    <Notice kind="good">
      <p className="mb-1">
        For when your phone is lost: keep these on paper. Each is good once, and they are shown only now.
      </p>
      <ul className="mono grid grid-cols-2 gap-x-4">
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ul>
      <CopyButton text={codes.join('\n')} what="the codes" />
    </Notice>
  );
}

function WhileOn({ onPaper }: { onPaper: (codes: string[]) => void }) {
  const form = useServerForm({
    begin: { password: '', code: '', renews: false },
    send: async ({ renews, ...body }) => {
      if (renews) return (await dataOf(api.POST('/api/second-factor/paper-codes', { body }))).codes;
      await dataOf(api.POST('/api/second-factor/removal', { body }));
      return null;
    },
    onDone: async (codes) => {
      if (codes === null) toast('The second factor is off');
      else onPaper(codes);
      form.reset();
      await refresh();
    },
  });
  return (
    <details>
      <summary className="min-h-[25px] cursor-pointer">Change it</summary>
      <form className="mt-2" onSubmit={form.onSubmit}>
        <Field
          label="Your password"
          type="password"
          autoComplete="current-password"
          required
          {...form.field('password')}
        />
        <Field
          label="A code of your device, or one on paper"
          autoComplete="one-time-code"
          required
          {...form.field('code')}
        />
        {form.trouble}
        <div className="flex flex-wrap gap-2">
          <Button
            type="submit"
            busy={form.busy}
            onClick={() => {
              form.set({ renews: true });
            }}
          >
            New codes on paper
          </Button>
          <Button
            type="submit"
            busy={form.busy}
            onClick={() => {
              form.set({ renews: false });
            }}
          >
            Turn it off
          </Button>
        </div>
      </form>
    </details>
  );
}
