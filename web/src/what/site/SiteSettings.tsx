import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf, tag } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import type { SiteView } from './thisSite';

/** What the site is called, and how its pages are built. */
export function SiteSettings({ site }: { site: SiteView }) {
  const [title, setTitle] = useState(site.title);
  const [pinned, setPinned] = useState(site.pinned);
  const save = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/sites/{siteId}', {
          params: { path: { siteId: site.id }, header: { 'If-Match': tag(site.revision) } },
          body: { title, listed: site.listed, pinned },
        }),
      ),
    onSuccess: async () => {
      await refreshSite(site.id);
      toast('The settings are saved');
    },
  });
  return (
    <details className="border-water mt-4 border-t pt-3">
      <summary className="cursor-pointer font-medium">Settings of the site</summary>
      <form
        className="mt-3"
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate();
        }}
      >
        <Field
          label="What it is called"
          value={title}
          maxLength={120}
          onChange={(e) => {
            setTitle(e.target.value);
          }}
        />
        <div className="mb-3">
          <Check checked={pinned} onChange={setPinned}>
            Pages name their styles, scripts and pictures by content (?v=…), so that a visitor never sees a
            new page with old styles. Takes effect with the next publish.
          </Check>
        </div>
        <Trouble error={save.error} />
        <Button
          type="submit"
          busy={save.isPending}
          disabled={title.trim() === '' || (title === site.title && pinned === site.pinned)}
        >
          Save settings
        </Button>
      </form>
    </details>
  );
}
