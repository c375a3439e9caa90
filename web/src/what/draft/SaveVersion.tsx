import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { useServerForm } from '../../common/ui/useServerForm';

/** Keeps the draft as it is now. */
export function SaveVersion({ siteId }: { siteId: string }) {
  const form = useServerForm({
    begin: { name: '' },
    send: (body) => dataOf(api.POST('/api/sites/{siteId}/versions', { params: { path: { siteId } }, body })),
    onDone: async (version) => {
      form.reset();
      await refreshSite(siteId);
      toast(`Saved as version ${String(version.number)}`);
    },
  });
  return (
    <form className="border-water mb-3 border-y py-3" onSubmit={form.onSubmit}>
      <Field
        label="Version name (optional)"
        maxLength={120}
        hint={<p className="text-soft">Save version keeps the draft as it is now, without publishing it.</p>}
        {...form.field('name')}
      />
      {form.trouble}
      <Button type="submit" busy={form.busy}>
        Save version
      </Button>
    </form>
  );
}
