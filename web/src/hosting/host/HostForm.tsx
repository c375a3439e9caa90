import { useNavigate } from 'react-router';
import { api, dataOf, tag, type Schemas } from '../../common/api/client';
import { keys, queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Field } from '../../common/ui/Field';
import { useServerForm } from '../../common/ui/useServerForm';
import { formOf, type HostFields } from './fields';
import { SignInFields } from './SignInFields';
import { PROTOCOLS, type Host, type Protocol } from './words';

/** What an owner says of a host. Saving it tests it at once. */
export function HostForm({
  all,
  begin,
  host,
  onLeave,
}: {
  all: Schemas['HostsView'];
  begin: HostFields;
  host?: Host;
  onLeave: () => void;
}) {
  const navigate = useNavigate();
  const form = useServerForm({
    begin,
    send: async (typed) => {
      const saved = host
        ? await dataOf(
            api.PUT('/api/hosts/{id}', {
              params: { path: { id: host.id }, header: { 'If-Match': tag(host.revision) } },
              body: formOf(typed),
            }),
          )
        : await dataOf(api.POST('/api/hosts', { body: formOf(typed) }));
      await dataOf(
        api.POST('/api/hosts/{id}/tests', {
          params: { path: { id: saved.id } },
          body: { makeFolder: false },
        }),
      );
      return saved;
    },
    onDone: async (saved) => {
      await queries.invalidateQueries({ queryKey: keys.hosts });
      void navigate(`/hosts/${saved.id}`);
      onLeave();
    },
  });
  const { field, values: fields, set } = form;
  const folder = fields.protocol === 'FOLDER';
  return (
    <form autoComplete="off" onSubmit={form.onSubmit}>
      <Field label="Name" hint="What you call it, such as the hosting company." {...field('name')} />
      <fieldset className="mb-3">
        <legend className="mb-1 font-medium">How files are sent</legend>
        <div className="flex flex-wrap gap-x-5 gap-y-1">
          {(Object.keys(PROTOCOLS) as Protocol[])
            .filter((p) => p !== 'FOLDER' || all.folders.length > 0)
            .map((protocol) => (
              <label key={protocol} className="flex min-h-[25px] items-center gap-1.5">
                <input
                  type="radio"
                  className="accent-ink"
                  name="protocol"
                  checked={fields.protocol === protocol}
                  onChange={() => {
                    set({
                      protocol,
                      server: protocol === 'FOLDER' ? (all.folders[0] ?? '') : folder ? '' : fields.server,
                    });
                  }}
                />
                {PROTOCOLS[protocol]}
              </label>
            ))}
        </div>
      </fieldset>
      {folder ? (
        <label className="mb-3 block">
          <span className="mb-1 block font-medium">Which one</span>
          <select
            value={fields.server}
            className="border-ink bg-paper w-full border px-2 py-1.5"
            onChange={(e) => {
              set({ server: e.target.value });
            }}
          >
            {all.folders.map((f) => (
              <option key={f}>{f}</option>
            ))}
          </select>
        </label>
      ) : (
        <>
          <div className="grid grid-cols-[1fr_7rem] gap-x-3">
            <Field label="Server" className="mono" spellCheck={false} {...field('server')} />
            <Field
              label="Port"
              inputMode="numeric"
              placeholder={fields.protocol === 'SFTP' ? '22' : '21'}
              {...field('port')}
            />
          </div>
          <SignInFields fields={fields} host={host} problem={form.problem} onChange={set} />
        </>
      )}
      <Field
        label="Folder"
        className="mono"
        spellCheck={false}
        hint="Where pages go. Sites may choose others below it."
        {...field('folder')}
      />
      <Field
        label="URL of that folder"
        className="mono"
        spellCheck={false}
        hint="Where visitors see it. May stay empty."
        {...field('url')}
      />
      {form.trouble}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" kind="primary" busy={form.busy}>
          Save and test
        </Button>
        <Button kind="quiet" onClick={onLeave}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
