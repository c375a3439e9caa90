import { useMutation, useQuery } from '@tanstack/react-query';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { Trouble } from '../../common/ui/Trouble';
import { WAYS, type Way } from './notices';

type Choices = Schemas['ChoicesView'];

const HOURS = Array.from({ length: 24 }, (_, hour) => hour);
const clock = (hour: number) => `${String(hour).padStart(2, '0')}:00`;

/** How one is told of what, and when no mail is wanted. */
export function NoticeChoices() {
  const choices = useQuery({
    queryKey: ['notice-choices'],
    queryFn: () => dataOf(api.GET('/api/notice-choices')),
  });
  const choose = useMutation({
    mutationFn: (form: {
      ways: Partial<Record<string, Way>>;
      quietFrom: number | null;
      quietUntil: number | null;
    }) =>
      dataOf(api.PUT('/api/notice-choices', { body: { ...form, ways: form.ways as Record<string, Way> } })),
    onSuccess: (now) => {
      queries.setQueryData(['notice-choices'], now);
      toast('Saved');
    },
  });
  if (!choices.data) return <Trouble error={choices.error} />;
  const { quietFrom, quietUntil } = choices.data;
  const set = (ways: Partial<Record<string, Way>>, quiet: Partial<Choices> = {}) => {
    choose.mutate({ ways, quietFrom, quietUntil, ...quiet });
  };
  return (
    <section aria-labelledby="notices">
      <h2 id="notices" className="mb-2 text-lg">
        What you are told, and how
      </h2>
      <ul className="border-water border-t">
        {choices.data.choices.map((choice) => (
          <li
            key={choice.kind}
            className="border-water flex items-baseline justify-between gap-x-3 border-b py-1"
          >
            <label htmlFor={`notice-${choice.kind}`} className="min-w-0">
              When {choice.words}
            </label>
            <select
              id={`notice-${choice.kind}`}
              value={choice.way}
              className="border-ink bg-paper border px-2 py-0.5"
              onChange={(e) => {
                set({ [choice.kind]: e.target.value as Way });
              }}
            >
              {WAYS.map(([way, words]) => (
                <option key={way} value={way}>
                  {words}
                </option>
              ))}
            </select>
          </li>
        ))}
      </ul>
      <p className="mt-3 flex flex-wrap items-baseline gap-2">
        <span>No mails from</span>
        <HourChoice
          label="No mails from"
          value={quietFrom}
          onChange={(hour) => {
            set(
              {},
              hour === null
                ? { quietFrom: null, quietUntil: null }
                : { quietFrom: hour, quietUntil: quietUntil ?? 7 },
            );
          }}
        />
        {quietFrom !== null && (
          <>
            <span>until</span>
            <HourChoice
              label="No mails until"
              value={quietUntil}
              onChange={(hour) => {
                set({}, { quietUntil: hour ?? 7 });
              }}
            />
          </>
        )}
      </p>
      <p className="text-soft">
        What cannot wait until morning (a name or host that fails, a sign-in) is mailed all the same.
      </p>
      <Trouble error={choose.error} />
    </section>
  );
}

function HourChoice({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number | null;
  onChange: (hour: number | null) => void;
}) {
  return (
    <select
      aria-label={label}
      value={value ?? ''}
      className="border-ink bg-paper border px-2 py-0.5"
      onChange={(e) => {
        onChange(e.target.value === '' ? null : Number(e.target.value));
      }}
    >
      {label.endsWith('from') && <option value="">no hour: any time</option>}
      {HOURS.map((hour) => (
        <option key={hour} value={hour}>
          {clock(hour)}
        </option>
      ))}
    </select>
  );
}
