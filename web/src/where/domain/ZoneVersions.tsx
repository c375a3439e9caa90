import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { counted, Time } from '../../common/ui/Words';

const BY: Record<Schemas['ZoneHistoryEntry']['origin'], string> = {
  PERSON: '',
  HARBOR: 'Even Harbor, for your addresses',
  ELSEWHERE: 'changed at the name server',
};

/** Every version of a zone; one that is taken stands in the editor, to be reviewed and sent out. */
export function ZoneVersions({
  domain,
  onTake,
}: {
  domain: Schemas['DomainView'];
  onTake: (sets: Schemas['RecordSet'][]) => void;
}) {
  const [open, setOpen] = useState(false);
  const versions = useQuery({
    queryKey: [...keys.zone(domain.id), 'versions'],
    queryFn: () =>
      dataOf(api.GET('/api/domains/{id}/zone/versions', { params: { path: { id: domain.id } } })),
    enabled: open,
  });
  const take = useMutation({
    mutationFn: (version: number) =>
      dataOf(
        api.GET('/api/domains/{id}/zone/versions/{version}', {
          params: { path: { id: domain.id, version } },
        }),
      ),
    onSuccess: ({ sets }) => {
      onTake(sets);
    },
  });
  return (
    <details
      className="mt-4"
      onToggle={(e) => {
        setOpen(e.currentTarget.open);
      }}
    >
      <summary className="text-soft min-h-6 cursor-pointer py-1">Earlier versions of these records</summary>
      {versions.isLoading && <Loading />}
      <Trouble error={versions.error ?? take.error} />
      {versions.data?.length === 0 && (
        <p className="text-soft">Every change is kept here from the first one on.</p>
      )}
      <ul>
        {versions.data?.map((version, index) => (
          <li key={version.id} className="border-water flex flex-wrap items-baseline gap-x-3 border-b py-1.5">
            <span className="min-w-0 grow">
              <Time at={version.at} />, {version.origin === 'PERSON' ? version.who : BY[version.origin]}:{' '}
              <span className="text-soft">
                {counted(version.changed, 'change')}, {counted(version.sets, 'record set')}
              </span>
            </span>
            {index === 0 ? (
              <span className="text-soft">the last one</span>
            ) : (
              <Button
                busy={take.isPending && take.variables === version.id}
                onClick={() => {
                  take.mutate(version.id);
                }}
              >
                Compare and restore …
              </Button>
            )}
          </li>
        ))}
      </ul>
    </details>
  );
}
