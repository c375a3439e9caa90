import { useState } from 'react';
import type { Schemas } from '../../common/api/client';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import { instantTyped, ownZone } from '../../common/clock/time';
import type { SiteView } from '../../what/site/thisSite';
import { Part } from './Part';

const LASTS: [string, string][] = [
  ['30', 'half an hour'],
  ['60', 'an hour'],
  ['90', 'an hour and a half'],
  ['120', '2 hours'],
  ['180', '3 hours'],
  ['480', '8 hours'],
  ['1440', 'a day'],
];

/** An entry that people take into their calendars. */
export function EventEntry({ site, share }: { site: SiteView; share: Schemas['ShareView'] }) {
  const [title, setTitle] = useState('');
  const [at, setAt] = useState('');
  const [minutes, setMinutes] = useState('60');
  const [page, setPage] = useState('');
  const query = new URLSearchParams({ title, minutes, page });
  if (at !== '') query.set('at', instantTyped(at));
  return (
    <Part
      title="A calendar entry"
      action={
        at === '' ? (
          <span className="text-soft">Choose when it begins, and the entry can be downloaded.</span>
        ) : (
          <a
            href={`/api/sites/${site.id}/share/event.ics?${query.toString()}`}
            download="event.ics"
            className="min-h-[25px]"
          >
            Download for calendars (ICS)
          </a>
        )
      }
    >
      <Field
        label="What takes place"
        value={title}
        maxLength={200}
        placeholder={site.title}
        onChange={(e) => {
          setTitle(e.target.value);
        }}
      />
      <div className="grid gap-x-3 sm:grid-cols-2">
        <Field
          label="Begins"
          type="datetime-local"
          value={at}
          hint={<p className="text-soft">{ownZone()}</p>}
          onChange={(e) => {
            setAt(e.target.value);
          }}
        />
        <Choice label="Takes" value={minutes} options={LASTS} onChange={setMinutes} />
      </div>
      {share.pages.length > 1 && (
        <Choice
          label="Link to"
          value={page}
          options={[
            ['', 'the front page'],
            ...share.pages
              .filter((each) => each.path !== '/')
              .map((each): [string, string] => [each.path, each.title === '' ? each.path : each.title]),
          ]}
          onChange={setPage}
        />
      )}
    </Part>
  );
}
