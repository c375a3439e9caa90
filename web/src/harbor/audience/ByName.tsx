import { useMutation } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { api, dataOf } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { counted } from '../../common/ui/Words';
import { usePeopleLists } from './audience';

/** Who is let in by name: e-mails as they are pasted, and lists of people. */
export function ByName({
  organisation,
  emails,
  onEmails,
  lists,
  onLists,
  problem,
}: {
  organisation: boolean;
  emails: string;
  onEmails: (emails: string) => void;
  lists: string[];
  onLists: (lists: string[]) => void;
  problem: string | undefined;
}) {
  const id = useId();
  const all = usePeopleLists(!organisation);
  const [making, setMaking] = useState(false);
  return (
    <>
      <label htmlFor={id} className="mb-1 block font-medium">
        {organisation ? 'The domain of their e-mails, or several' : 'Their e-mails'}
      </label>
      <textarea
        id={id}
        rows={organisation ? 1 : 3}
        value={emails}
        placeholder={organisation ? 'school.example' : undefined}
        aria-describedby={`${id}-about`}
        className="border-ink bg-paper mono w-full border px-2 py-1.5"
        onChange={(e) => {
          onEmails(e.target.value);
        }}
      />
      <p id={`${id}-about`} className="mb-3 text-[0.93rem]">
        {problem && <span className="text-magenta">{problem} </span>}
        <span className="text-soft">
          {organisation
            ? 'Exactly these: an address at a name under it does not count.'
            : 'Paste a list as it is: names, commas and repeats are cleaned up.'}
        </span>
      </p>
      {!organisation && (
        <fieldset className="mb-3">
          <legend className="mb-1 font-medium">Lists of people</legend>
          <Trouble error={all.error} />
          {all.data?.map((list) => (
            <Check
              key={list.id}
              checked={lists.includes(list.id)}
              onChange={(on) => {
                onLists(on ? [...lists, list.id] : lists.filter((each) => each !== list.id));
              }}
            >
              {list.name} <span className="text-soft">{counted(list.emails.length, 'person', 'people')}</span>
            </Check>
          ))}
          {all.data?.length === 0 && (
            <p className="text-soft">None yet. A list can be used for several sites.</p>
          )}
          {making ? (
            <NewList
              onDone={() => {
                setMaking(false);
              }}
            />
          ) : (
            <Button
              kind="quiet"
              onClick={() => {
                setMaking(true);
              }}
            >
              New list …
            </Button>
          )}
        </fieldset>
      )}
    </>
  );
}

function NewList({ onDone }: { onDone: () => void }) {
  const id = useId();
  const [form, setForm] = useState({ name: '', emails: '' });
  const make = useMutation({
    mutationFn: () => dataOf(api.POST('/api/people-lists', { body: form })),
    onSuccess: (all) => {
      queries.setQueryData(['people-lists'], all);
      onDone();
    },
  });
  const problem = make.error instanceof Problem ? make.error : undefined;
  return (
    <div className="border-water mt-2 border-l-4 pl-3">
      <Field
        label="Name of the list"
        value={form.name}
        problem={problem?.field('name')}
        onChange={(e) => {
          setForm({ ...form, name: e.target.value });
        }}
      />
      <label htmlFor={id} className="mb-1 block font-medium">
        E-mails on it
      </label>
      <textarea
        id={id}
        rows={3}
        value={form.emails}
        className="border-ink bg-paper mono mb-2 w-full border px-2 py-1.5"
        onChange={(e) => {
          setForm({ ...form, emails: e.target.value });
        }}
      />
      {problem?.body.violations ? null : <Trouble error={make.error} />}
      <div className="flex gap-2">
        <Button
          busy={make.isPending}
          onClick={() => {
            make.mutate();
          }}
        >
          Create the list
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </div>
  );
}
