import { useNavigate } from 'react-router';
import { api, dataOf, tag } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { useServerForm } from '../../common/ui/useServerForm';

/** What a page begins with. */
const PAGE =
  '<!doctype html>\n<html lang="en">\n  <head>\n    <meta charset="utf-8" />\n    <title></title>\n  </head>\n  <body></body>\n</html>\n';

/** A text file with nothing in it yet, opened to be edited. */
export function NewFile({ siteId, revision }: { siteId: string; revision: number }) {
  const navigate = useNavigate();
  const form = useServerForm({
    begin: { path: '' },
    send: async ({ path }) => {
      await dataOf(
        api.PUT('/api/sites/{siteId}/draft/text', {
          params: { path: { siteId }, query: { path }, header: { 'If-Match': tag(revision) } },
          body: { text: /\.html?$/i.test(path) ? PAGE : '' },
        }),
      );
      return path;
    },
    onDone: async (path) => {
      await refreshSite(siteId);
      await navigate(`?path=${encodeURIComponent(path)}`);
    },
  });
  return (
    <form className="border-water mb-3 border-y py-3" onSubmit={form.onSubmit}>
      <Field
        label="New text file"
        placeholder="about/index.html"
        className="mono"
        required
        hint={<p className="text-soft">With its folders; they are made by themselves.</p>}
        {...form.field('path')}
      />
      {form.trouble}
      <Button type="submit" busy={form.busy}>
        Create file
      </Button>
    </form>
  );
}
