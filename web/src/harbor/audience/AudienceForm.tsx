import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { refreshSite } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { WillNotice } from '../../common/ui/Noticed';
import { useRested } from '../../common/ui/useRested';
import { useAudienceOutcome } from '../../common/api/visits';
import { instantTyped, typedTime } from '../../common/clock/time';
import type { SiteView } from '../../what/site/thisSite';
import { ByName } from './ByName';
import { RegistrationFields } from './RegistrationFields';
import { WAYS, wayWords, type Part, type Registration, type Way } from './audience';
import { useFirstWrong } from '../../common/ui/useFirstWrong';

const NOTHING_ASKED = { after: 0, name: true, consent: '', confirmed: true, page: '' };

/** Says who gets in to a site or a part of it. @param first whether nothing is said of the whole site yet */
export function AudienceForm({
  site,
  part,
  first,
  onDone,
}: {
  site: SiteView;
  part: Part | undefined;
  first: boolean;
  onDone: () => void;
}) {
  const [path, setPath] = useState(part?.path ?? (first ? '/' : ''));
  const [way, setWay] = useState<Way>(part?.way ?? 'PASSWORD');
  const [password, setPassword] = useState('');
  const [emails, setEmails] = useState((part?.emails ?? []).join('\n'));
  const [lists, setLists] = useState(part?.lists ?? []);
  const [asked, setAsked] = useState<Registration>(part?.registration ?? NOTHING_ASKED);
  const named = way === 'PEOPLE' || way === 'ORGANISATION';
  const [until, setUntil] = useState(part?.until == null ? '' : typedTime(part.until));
  const save = useMutation({
    mutationFn: () =>
      dataOf(
        api.PUT('/api/sites/{siteId}/audience/parts', {
          params: { path: { siteId: site.id } },
          body: {
            path,
            way,
            password: way === 'PASSWORD' && password !== '' ? password : null,
            until: way === 'LINK' && until !== '' ? instantTyped(until) : null,
            emails: named ? emails : null,
            lists: way === 'PEOPLE' ? lists : null,
            registration: way === 'REGISTER' ? asked : null,
          },
        }),
      ),
    onSuccess: async (saved) => {
      await refreshSite(site.id);
      toast(`${saved.path === '/' ? site.title : saved.path}: ${wayWords(saved.way)}`);
      onDone();
    },
  });
  const wish = useRested({ path, way });
  const noticed = useAudienceOutcome(site.id, wish.path, wish.way, wish.path !== '');
  const problem = save.error instanceof Problem ? save.error : null;
  const wrong = useFirstWrong(save.error);
  return (
    <form
      ref={wrong}
      className="bg-land/50 border-ink mt-3 max-w-xl border-l-4 px-4 py-3"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate();
      }}
    >
      <h3 className="mb-2 text-lg">{part ? 'Change who gets in' : 'Decide who gets in'}</h3>
      <Field
        label="To"
        value={path}
        required
        disabled={part !== undefined}
        className="mono"
        placeholder="/members/"
        problem={problem?.field('path')}
        hint="/ is the whole site, a folder ends with a slash, a page is named as it is."
        onChange={(e) => {
          setPath(e.target.value);
        }}
      />
      <Choice
        label="Who gets in"
        value={way}
        options={WAYS}
        onChange={(chosen) => {
          setWay(chosen as Way);
        }}
      />
      {way === 'PASSWORD' && (
        <Field
          label="The password"
          type="text"
          value={password}
          autoComplete="off"
          autoCapitalize="none"
          spellCheck={false}
          required={part?.way !== 'PASSWORD'}
          problem={problem?.field('password')}
          hint={
            part?.way === 'PASSWORD'
              ? 'Empty keeps the one it has. With another, everyone is asked again.'
              : 'At least 6 characters. You tell it to the people yourself; it cannot be read here again.'
          }
          onChange={(e) => {
            setPassword(e.target.value);
          }}
        />
      )}
      {way === 'LINK' && (
        <Field
          label="The link ends (optional)"
          type="datetime-local"
          value={until}
          problem={problem?.field('until')}
          onChange={(e) => {
            setUntil(e.target.value);
          }}
        />
      )}
      {named && (
        <ByName
          organisation={way === 'ORGANISATION'}
          emails={emails}
          onEmails={setEmails}
          lists={lists}
          onLists={setLists}
          problem={problem?.field('emails')}
        />
      )}
      {way === 'REGISTER' && (
        <RegistrationFields asked={asked} onChange={setAsked} problem={(field) => problem?.field(field)} />
      )}
      {problem?.body.violations ? null : <Trouble error={save.error} />}
      {wish.path !== '' && <WillNotice query={noticed} />}
      <div className="flex gap-2">
        <Button kind="primary" type="submit" busy={save.isPending}>
          Save
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  );
}
