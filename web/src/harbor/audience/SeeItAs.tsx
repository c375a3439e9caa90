import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import type { SiteView } from '../../what/site/thisSite';
import { useFirstWrong } from '../../common/ui/useFirstWrong';

/** How a visitor would be met, by the very rules that meet them. */
export function SeeItAs({ site }: { site: SiteView }) {
  const [form, setForm] = useState({ path: '/', email: '' });
  const trial = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/sites/{siteId}/audience/trial', {
          params: { path: { siteId: site.id } },
          body: { path: form.path, email: form.email.trim() === '' ? null : form.email },
        }),
      ),
  });
  const problem = trial.error instanceof Problem ? trial.error : undefined;
  const wrong = useFirstWrong(trial.error);
  return (
    <details className="mt-4">
      <summary className="min-h-[25px] cursor-pointer">See it as a visitor …</summary>
      <form
        ref={wrong}
        className="mt-2 max-w-md"
        onSubmit={(e) => {
          e.preventDefault();
          trial.mutate();
        }}
      >
        <Field
          label="Page or folder"
          className="mono"
          required
          value={form.path}
          problem={problem?.field('path')}
          onChange={(e) => {
            setForm({ ...form, path: e.target.value });
          }}
        />
        <Field
          label="As the owner of this e-mail (empty for anyone)"
          value={form.email}
          problem={problem?.field('email')}
          onChange={(e) => {
            setForm({ ...form, email: e.target.value });
          }}
        />
        <Button type="submit" busy={trial.isPending}>
          See it
        </Button>
        {problem?.body.violations ? null : <Trouble error={trial.error} />}
        {trial.data && (
          <Notice kind={trial.data.in ? 'good' : 'fact'}>
            {trial.data.sentence}
            {trial.data.part !== null && (
              <>
                {' '}
                <span className="mono">{trial.data.part}</span> says so.
              </>
            )}
          </Notice>
        )}
      </form>
    </details>
  );
}
