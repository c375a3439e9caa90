import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { refreshSite } from '../../common/api/queries';
import type { SiteView } from '../../what/site/thisSite';
import { Dialog } from '../../common/ui/Dialog';
import { DialogActions } from '../../common/ui/DialogActions';
import { Field } from '../../common/ui/Field';
import { Notice } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';

async function base64(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  return btoa(text);
}

/** A certificate from elsewhere: its files in any order, judged before anything is stored. */
export function BringCertificate({
  site,
  address,
  onClose,
}: {
  site: SiteView;
  address: Schemas['Address'];
  onClose: () => void;
}) {
  const [files, setFiles] = useState<File[]>([]);
  const [password, setPassword] = useState('');
  const bring = useMutation({
    mutationFn: async () =>
      dataOf(
        api.POST('/api/sites/{siteId}/addresses/{id}/brought-certificate', {
          params: { path: { siteId: site.id, id: address.id } },
          body: {
            files: await Promise.all(
              files.map(async (file) => ({ name: file.name, content: await base64(file) })),
            ),
            password: password === '' ? null : password,
          },
        }),
      ),
    onSuccess: async () => {
      await refreshSite(site.id);
      toast(`${address.shown} is secure`);
      onClose();
    },
  });
  const misfits = bring.error instanceof Problem ? (bring.error.body.misfits ?? []) : [];
  return (
    <Dialog open onOpenChange={onClose} title={`Add a certificate for ${address.shown}`}>
      <p className="mb-3">
        The certificate, those of its issuers, and its key: as PEM, in any order and any number of files, or
        as one PKCS#12 file (.p12, .pfx). It does not renew itself; we warn you before it ends.
      </p>
      <label className="mb-3 block">
        <span className="mb-1 block font-medium">Files</span>
        <input
          type="file"
          multiple
          aria-label="Files of the certificate"
          className="border-ink bg-paper w-full border px-2 py-1.5"
          onChange={(e) => {
            bring.reset();
            setFiles([...(e.target.files ?? [])]);
          }}
        />
      </label>
      <Field
        label="Password of the key, if it has one"
        type="password"
        value={password}
        autoComplete="off"
        onChange={(e) => {
          bring.reset();
          setPassword(e.target.value);
        }}
      />
      {misfits.length > 0 ? (
        <Notice kind="attention">
          <p>Nothing was stored. This does not fit:</p>
          <ul className="mt-1 list-disc pl-5">
            {misfits.map((m) => (
              <li key={m.file + m.sentence}>
                {m.file !== '' && <span className="mono">{m.file}: </span>}
                {m.sentence}
              </li>
            ))}
          </ul>
        </Notice>
      ) : (
        <Trouble error={bring.error} />
      )}
      <DialogActions
        busy={bring.isPending}
        onDo={() => {
          bring.mutate();
        }}
        leave="Not now"
        onLeave={onClose}
      >
        Use this certificate
      </DialogActions>
    </Dialog>
  );
}
