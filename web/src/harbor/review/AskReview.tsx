import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import type { SiteView } from '../../what/site/thisSite';

/** Asks others to look at the draft before it goes out: exactly as it is now. */
export function AskReview({
  site,
  draftRevision,
  primary,
}: {
  site: SiteView;
  draftRevision: number;
  primary: boolean;
}) {
  const navigate = useNavigate();
  const [words, setWords] = useState('');
  const ask = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/sites/{siteId}/reviews', {
          params: { path: { siteId: site.id } },
          body: { words, draftRevision },
        }),
      ),
    onSuccess: async (review) => {
      await refreshSite(site.id);
      toast('Asked: publishers are told by mail');
      await navigate(`/sites/${site.id}/what/reviews/${review.id}`);
    },
    onError: () => refreshSite(site.id),
  });
  return (
    <form
      className="mt-3"
      onSubmit={(e) => {
        e.preventDefault();
        ask.mutate();
      }}
    >
      <Field
        label="What should they check? (optional)"
        value={words}
        maxLength={1000}
        onChange={(e) => {
          setWords(e.target.value);
        }}
      />
      <Button kind={primary ? 'primary' : 'plain'} type="submit" busy={ask.isPending}>
        Ask for a review
      </Button>
      <p className="text-soft mt-1">
        They see the draft exactly as it is now, whatever is changed later. Visitors see nothing of it yet.
      </p>
      <Trouble error={ask.error} />
    </form>
  );
}
