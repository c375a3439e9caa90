import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { keys } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Dialog } from '../../common/ui/Dialog';
import { Trouble } from '../../common/ui/Trouble';
import { CopyButton } from '../../common/ui/Words';

/** The zone as a file to copy or download, and records to take from one. */
export function ZoneFileDialog({
  domain,
  onClose,
  onTake,
}: {
  domain: Schemas['DomainView'];
  onClose: () => void;
  onTake: (sets: Schemas['RecordSet'][]) => void;
}) {
  const path = { params: { path: { id: domain.id } } };
  const file = useQuery({
    queryKey: [...keys.zone(domain.id), 'file'],
    queryFn: () => dataOf(api.GET('/api/domains/{id}/zone/file', path)),
    staleTime: 0,
  });
  const [text, setText] = useState('');
  const read = useMutation({
    mutationFn: () => dataOf(api.POST('/api/domains/{id}/zone/read', { ...path, body: { text } })),
    onSuccess: (found) => {
      if (found.fault === '') onTake(found.sets);
    },
  });
  return (
    <Dialog open onOpenChange={onClose} wide title={`Zone file of ${domain.unicode}`}>
      <div className="mb-1 flex items-center gap-2">
        <h3>As it is now</h3>
        {file.data && <CopyButton text={file.data.text} what="the zone file" />}
        {file.data && (
          <a
            href={`data:text/dns,${encodeURIComponent(file.data.text)}`}
            download={`${domain.name}.zone`}
            className="text-[0.93rem]"
          >
            Download
          </a>
        )}
      </div>
      <pre className="mono border-water bg-land/40 mb-4 max-h-48 overflow-auto border p-2">
        {file.data?.text}
      </pre>
      <label htmlFor="zone-file" className="mb-1 block font-medium">
        Take records from a zone file
      </label>
      <textarea
        id="zone-file"
        value={text}
        rows={8}
        spellCheck={false}
        className="mono border-ink bg-paper mb-1 w-full border p-2"
        placeholder={'www 3600 IN A 192.0.2.7'}
        onChange={(e) => {
          setText(e.target.value);
        }}
      />
      {read.data && read.data.fault !== '' && <p className="text-magenta mb-2">{read.data.fault}</p>}
      <Trouble error={read.error} />
      <p className="text-soft mb-2">
        It takes the place of all records, once you have looked at what changes.
      </p>
      <div className="flex gap-2">
        <Button
          kind="primary"
          busy={read.isPending}
          disabled={text.trim() === ''}
          onClick={() => {
            read.mutate();
          }}
        >
          Look at what changes
        </Button>
        <Button onClick={onClose}>Close</Button>
      </div>
    </Dialog>
  );
}
