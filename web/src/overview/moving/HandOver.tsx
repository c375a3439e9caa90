import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { keys, queries } from '../../common/api/queries';
import { Button, LinkButton } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { useFirstWrong } from '../../common/ui/useFirstWrong';

/** Hands a site to another account; both agree. */
export function HandOver({ site }: { site: Pick<Schemas['SiteView'], 'id' | 'title'> }) {
  const [email, setEmail] = useState('');
  const at = { params: { path: { siteId: site.id } } };
  const key = keys.part(site.id, 'hand-over');
  const standing = useQuery({
    queryKey: key,
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/hand-over', at)),
  });
  const ask = useMutation({
    mutationFn: () => dataOf(api.POST('/api/sites/{siteId}/hand-over', { ...at, body: { email } })),
    onSuccess: (now) => {
      queries.setQueryData(key, now);
      setEmail('');
    },
  });
  const takeBack = useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/sites/{siteId}/hand-over', at)),
    onSuccess: () => queries.invalidateQueries({ queryKey: key }),
  });
  const problem = ask.error instanceof Problem ? ask.error : undefined;
  const wrong = useFirstWrong(ask.error);
  if (!standing.data) return <Trouble error={standing.error} />;
  const { toEmail, hindrances } = standing.data;
  return (
    <details className="mt-6">
      <summary className="min-h-[25px] cursor-pointer">Hand this site to another account …</summary>
      {hindrances.length > 0 && (
        <ul className="mt-1 list-disc pl-5">
          {hindrances.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
      {toEmail !== null ? (
        <p className="mt-1">
          Offered to <span className="mono">{toEmail}</span>. It stays yours until they take it over.{' '}
          <LinkButton
            onClick={() => {
              if (!takeBack.isPending) takeBack.mutate();
            }}
          >
            Take back
          </LinkButton>
        </p>
      ) : (
        hindrances.length === 0 && (
          <form
            ref={wrong}
            className="mt-2 max-w-sm"
            onSubmit={(e) => {
              e.preventDefault();
              ask.mutate();
            }}
          >
            <Field
              label="To whom (e-mail)"
              type="email"
              required
              value={email}
              problem={problem?.field('email')}
              hint={
                <p className="text-soft">
                  They take it over in their own account: pages, versions and harbor names. From then on it is
                  theirs alone.
                </p>
              }
              onChange={(e) => {
                setEmail(e.target.value);
              }}
            />
            {problem?.body.violations ? null : <Trouble error={ask.error} />}
            <Button type="submit" busy={ask.isPending}>
              Offer {site.title}
            </Button>
          </form>
        )
      )}
      <Trouble error={takeBack.error} />
    </details>
  );
}
