import { useQuery } from '@tanstack/react-query';
import { Check, Minus } from 'lucide-react';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { Button } from '../../common/ui/Button';
import { Diamond } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { useRested } from '../../common/ui/useRested';
import { CopyButton } from '../../common/ui/Words';

const RESTED_MS = 1000;

type Tried = Schemas['Check'];

const PARTS: Record<Tried['part'], string> = {
  NAMES: 'Names',
  DNS: 'DNS',
  REACHED: 'Ports',
  MAIL: 'Mail',
  AUTHORITY: 'HTTPS',
};

/** What was tried of the settings as they are typed, and the records that DNS needs for them. */
export function Tried({ code, settings }: { code: string; settings: Schemas['FirstRunSettings'] }) {
  const rested = useRested(JSON.stringify(settings), RESTED_MS);
  const enough = settings.nameEnding !== '' && settings.previewEnding !== '' && settings.numbers.length > 0;
  const report = useQuery({
    queryKey: ['first-run', 'checks', rested],
    queryFn: () =>
      dataOf(
        api.POST('/api/first-run/checks', {
          body: { code, settings: JSON.parse(rested) as Schemas['FirstRunSettings'] },
        }),
      ),
    enabled: enough && rested === JSON.stringify(settings),
    retry: false,
    staleTime: Infinity,
    placeholderData: (before) => before,
  });
  const typing = report.error instanceof Problem && report.error.body.violations !== undefined;
  return (
    <section aria-label="What was tried" className="lg:sticky lg:top-6 lg:self-start">
      <h2 className="mb-2 text-lg">Tried for real</h2>
      {!enough && (
        <p className="text-soft">
          As soon as the names and numbers are there, each is tried: DNS is asked, this machine is visited by
          its numbers, the mail server and the authority are talked to.
        </p>
      )}
      {enough && typing && (
        <ul>
          {(report.error as Problem).body.violations?.map((each) => (
            <li key={each.field}>{each.sentence}</li>
          ))}
        </ul>
      )}
      {enough && !typing && <Trouble error={report.error} />}
      {report.data && enough && !typing && (
        <div aria-live="polite" aria-busy={report.isFetching}>
          <ul className="border-water mb-3 border-t">
            {report.data.checks.map((each) => (
              <li
                key={each.part + each.subject + each.sentence}
                className="border-water flex gap-3 border-b py-2"
              >
                <span className="w-16 shrink-0 font-medium">{PARTS[each.part]}</span>
                <span className="w-5 shrink-0">
                  <Mark state={each.state} />
                </span>
                <span className="[overflow-wrap:anywhere]">{each.sentence}</span>
              </li>
            ))}
          </ul>
          <Button busy={report.isFetching} onClick={() => void report.refetch()}>
            Check now
          </Button>
          <Records records={report.data.records} />
        </div>
      )}
    </section>
  );
}

function Mark({ state }: { state: Tried['state'] }) {
  if (state === 'OK') return <Check className="text-kelp mt-0.5 size-5 shrink-0" aria-label="well" />;
  if (state === 'FAILED') return <Diamond />;
  return <Minus className="text-soft mt-0.5 size-5 shrink-0" aria-label="not given" />;
}

function Records({ records }: { records: Schemas['NeededRecordView'][] }) {
  const lines = records.map((each) => `${each.name}. 3600 IN ${each.type} ${each.value}`).join('\n');
  return (
    <>
      <div className="mt-6 mb-2 flex items-baseline justify-between">
        <h2 className="text-lg">What to enter into DNS</h2>
        <CopyButton text={lines} what="Records" />
      </div>
      <ul className="border-water border-t">
        {records.map((each) => (
          <li
            key={each.name + each.value}
            className="border-water mono grid grid-cols-[1fr_auto_auto] gap-x-4 border-b py-1.5 text-[0.93rem]"
          >
            <span className="[overflow-wrap:anywhere]">{each.name}</span>
            <span>{each.type}</span>
            <span>{each.value}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
