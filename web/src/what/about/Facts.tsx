import { X } from 'lucide-react';
import { Button } from '../../common/ui/Button';
import { Check } from '../../common/ui/Check';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import { TextArea } from '../../common/ui/TextArea';
import { hasHours, KINDS, type About, type Part } from './about';

/** Facts about whom or what the site is of. */
export function Facts({ value, view, problem, onChange }: Part<About>) {
  const field = (
    name:
      | 'name'
      | 'description'
      | 'email'
      | 'telephone'
      | 'street'
      | 'postcode'
      | 'town'
      | 'country'
      | 'security',
  ) => ({
    value: value[name],
    problem: problem(name),
    onChange: (e: { target: { value: string } }) => {
      onChange({ [name]: e.target.value });
    },
  });
  return (
    <>
      <h2 className="text-lg">About</h2>
      <p className="text-soft mb-3 max-w-prose">
        Stands on the front page for search engines (schema.org), and names the site on phones.
      </p>
      <Field label="Name" placeholder="Foxglove Community Garden" {...field('name')} />
      <Choice
        label="It is"
        value={value.kind}
        options={KINDS}
        onChange={(kind) => {
          onChange({ kind: kind as About['kind'] });
        }}
      />
      <Field label="In one sentence" {...field('description')} />
      <Choice
        label="Logo"
        value={value.logo}
        options={[['', 'None'], ...view.pictures.map((path): [string, string] => [path, path])]}
        onChange={(logo) => {
          onChange({ logo });
        }}
      />
      <p className="text-soft -mt-2 mb-3">
        Icons for tabs and phones are made of it: of any PNG or JPEG, and of an SVG without words, pictures or
        filters in it.
      </p>
      <div className="grid gap-x-3 sm:grid-cols-2">
        <Field label="E-mail" type="email" {...field('email')} />
        <Field label="Telephone" type="tel" {...field('telephone')} />
        <Field label="Street and number" {...field('street')} />
        <Field label="Postcode" {...field('postcode')} />
        <Field label="Town" {...field('town')} />
        <Field label="Country" placeholder="DE" maxLength={2} {...field('country')} />
      </div>
      {hasHours(value.kind) && <HoursFields value={value} problem={problem} onChange={onChange} />}
      <TextArea
        label="Pages of yours elsewhere"
        rows={2}
        className="mono text-[0.93rem]"
        problem={problem('profiles')}
        hint={<p className="text-soft">One URL a line.</p>}
        value={value.profiles.join('\n')}
        onChange={(e) => {
          onChange({ profiles: e.target.value === '' ? [] : e.target.value.split('\n') });
        }}
      />
      <Field
        label="Where to report faults in security"
        className="mono"
        placeholder="hello@foxglove.example"
        hint={<p className="text-soft">Makes a security.txt (RFC 9116) at the main address.</p>}
        {...field('security')}
      />
    </>
  );
}

const DAYS = ['Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa', 'Su'];

type HoursProps = Pick<Part<About>, 'value' | 'problem' | 'onChange'>;

function HoursFields({ value, problem, onChange }: HoursProps) {
  const { hours, otherDays } = value;
  const setHours = (at: number, change: Partial<About['hours'][number]>) => {
    onChange({ hours: hours.map((each, i) => (i === at ? { ...each, ...change } : each)) });
  };
  const setDay = (at: number, change: Partial<About['otherDays'][number]>) => {
    onChange({ otherDays: otherDays.map((each, i) => (i === at ? { ...each, ...change } : each)) });
  };
  return (
    <section aria-label="Opening hours" className="mb-3">
      <h3 className="mb-1 font-medium">Opening hours</h3>
      {hours.map((each, i) => (
        <div key={i} className="border-water mb-2 border-l-4 pl-3">
          <div className="flex flex-wrap gap-x-3">
            {DAYS.map((day, d) => (
              <Check
                key={day}
                checked={each.days.includes(d + 1)}
                onChange={(open) => {
                  setHours(i, {
                    days: open ? [...each.days, d + 1].sort() : each.days.filter((other) => other !== d + 1),
                  });
                }}
              >
                {day}
              </Check>
            ))}
          </div>
          <Span
            from={each.from}
            to={each.to}
            of={`hours ${String(i + 1)}`}
            onChange={(change) => {
              setHours(i, change);
            }}
            onRemove={() => {
              onChange({ hours: hours.filter((_, other) => other !== i) });
            }}
          />
          <Wrong words={problem(`hours[${String(i)}].days`) ?? problem(`hours[${String(i)}].from`)} />
        </div>
      ))}
      {otherDays.map((each, i) => (
        <div key={i} className="border-water mb-2 border-l-4 pl-3">
          <input
            type="date"
            aria-label={`Day ${String(i + 1)} that is not as the week is`}
            value={each.date}
            onChange={(e) => {
              setDay(i, { date: e.target.value });
            }}
            className="border-ink bg-paper border px-2 py-1"
          />
          <Check
            checked={each.from === ''}
            onChange={(closed) => {
              setDay(i, closed ? { from: '', to: '' } : { from: '10:00', to: '14:00' });
            }}
          >
            Closed all day
          </Check>
          <Span
            from={each.from}
            to={each.to}
            of={`day ${String(i + 1)}`}
            hidden={each.from === ''}
            onChange={(change) => {
              setDay(i, change);
            }}
            onRemove={() => {
              onChange({ otherDays: otherDays.filter((_, other) => other !== i) });
            }}
          />
          <Wrong words={problem(`otherDays[${String(i)}].date`) ?? problem(`otherDays[${String(i)}].from`)} />
        </div>
      ))}
      <div className="flex flex-wrap gap-2">
        <Button
          onClick={() => {
            onChange({ hours: [...hours, { days: [], from: '09:00', to: '17:00' }] });
          }}
        >
          Add hours
        </Button>
        <Button
          onClick={() => {
            onChange({ otherDays: [...otherDays, { date: '', from: '', to: '' }] });
          }}
        >
          Add a day that differs
        </Button>
      </div>
    </section>
  );
}

function Wrong({ words }: { words: string | undefined }) {
  return words === undefined ? null : <p className="text-magenta">{words}</p>;
}

function Span({
  from,
  to,
  of,
  hidden = false,
  onChange,
  onRemove,
}: {
  from: string;
  to: string;
  of: string;
  hidden?: boolean;
  onChange: (change: { from?: string; to?: string }) => void;
  onRemove: () => void;
}) {
  return (
    <div className="mt-1 flex items-center gap-2">
      {!hidden && (
        <>
          <input
            type="time"
            aria-label={`From, ${of}`}
            value={from}
            onChange={(e) => {
              onChange({ from: e.target.value });
            }}
            className="border-ink bg-paper border px-2 py-1"
          />
          to
          <input
            type="time"
            aria-label={`To, ${of}`}
            value={to}
            onChange={(e) => {
              onChange({ to: e.target.value });
            }}
            className="border-ink bg-paper border px-2 py-1"
          />
        </>
      )}
      <button
        type="button"
        aria-label={`Remove ${of}`}
        className="hover:bg-shoal grid size-7 place-items-center"
        onClick={onRemove}
      >
        <X size={14} aria-hidden />
      </button>
    </div>
  );
}
