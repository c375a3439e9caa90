import { useMutation, useQuery } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { useSites } from '../../common/api/sites';
import { Button } from '../../common/ui/Button';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { useServerForm } from '../../common/ui/useServerForm';
import { Time } from '../../common/ui/Words';

import { IssuedToken } from './IssuedToken';

type Token = Schemas['TokenView'];

interface NewTokenForm {
  name: string;
  reach: Token['reach'];
  siteId: string;
  days: string;
}

const FRESH: NewTokenForm = { name: '', reach: 'PUBLISH', siteId: '', days: '90' };

const ENDS: [string, string][] = [
  ['30', 'after 30 days'],
  ['90', 'after 90 days'],
  ['365', 'after a year'],
  ['', 'never'],
];

/** Tokens for scripts: what each may do, until when, and when it was used last. */
export function TokenList() {
  const tokens = useQuery({
    queryKey: ['access', 'tokens'],
    queryFn: () => dataOf(api.GET('/api/tokens')),
  });
  const revoke = useMutation({
    mutationFn: (id: string) => dataOf(api.DELETE('/api/tokens/{id}', { params: { path: { id } } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['access'] }),
  });
  return (
    <section aria-labelledby="tokens">
      <h2 id="tokens" className="mb-1 text-lg">
        Tokens
      </h2>
      <p className="text-soft mb-2">A script or build server signs in with a token in place of a password.</p>
      <Trouble error={tokens.error ?? revoke.error} />
      <ul className="border-water border-t">
        {tokens.data?.map((token) => (
          <li key={token.id} className="border-water flex items-center justify-between gap-3 border-b py-2">
            <TokenWords token={token} />
            <Button
              busy={revoke.isPending}
              onClick={() => {
                revoke.mutate(token.id);
              }}
            >
              Revoke
            </Button>
          </li>
        ))}
        {tokens.data?.length === 0 && <li className="text-soft py-2">No tokens yet.</li>}
      </ul>
      <NewToken />
    </section>
  );
}

function TokenWords({ token }: { token: Token }) {
  const sites = useSites();
  const site = sites.data?.find((lane) => lane.site.id === token.siteId)?.site.title;
  return (
    <span className="min-w-0">
      <strong className="font-medium">{token.name}</strong>{' '}
      <span className="text-soft">
        {token.reach === 'READ' ? 'may read' : 'may publish'}{' '}
        {token.siteId === null ? 'all sites' : (site ?? 'one site')}, of {token.person}
        <br />
        {token.lastUsedAt === null ? (
          'never used'
        ) : (
          <>
            last used <Time at={token.lastUsedAt} short />
          </>
        )}
        {token.expiresAt !== null && (
          <>
            , ends <Time at={token.expiresAt} short />
          </>
        )}
      </span>
    </span>
  );
}

function NewToken() {
  const sites = useSites();
  const form = useServerForm({
    begin: FRESH,
    send: ({ siteId, days, ...rest }) =>
      dataOf(
        api.POST('/api/tokens', {
          body: { ...rest, siteId: siteId || null, days: days === '' ? null : Number(days) },
        }),
      ),
    onDone: async () => {
      form.set({ name: '' });
      await queries.invalidateQueries({ queryKey: ['access'] });
    },
  });
  const { values, set } = form;
  return (
    <form className="mt-3 max-w-sm" onSubmit={form.onSubmit}>
      {form.answer && <IssuedToken token={form.answer.token} advice="Keep it where the script finds it." />}
      <Field label="What the token is for" required maxLength={120} {...form.field('name')} />
      <Choice
        label="It may"
        value={values.reach}
        options={[
          ['PUBLISH', 'read, change and publish'],
          ['READ', 'read only'],
        ]}
        onChange={(value) => {
          set({ reach: value as Token['reach'] });
        }}
      />
      <Choice
        label="Of"
        value={values.siteId}
        options={[
          ['', 'all sites'],
          ...(sites.data?.map((lane): [string, string] => [lane.site.id, lane.site.title]) ?? []),
        ]}
        onChange={(siteId) => {
          set({ siteId });
        }}
      />
      <Choice
        label="It ends"
        value={values.days}
        options={ENDS}
        onChange={(days) => {
          set({ days });
        }}
      />
      {form.trouble}
      <Button type="submit" busy={form.busy}>
        Create token
      </Button>
    </form>
  );
}
