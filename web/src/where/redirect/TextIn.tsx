import { useId, useState } from 'react';
import { Button } from '../../common/ui/Button';

interface Props {
  label: string;
  hint: string;
  accept: string;
  busy: boolean;
  onText: (text: string) => void;
}

/** A text from a file, or pasted. */
export function TextIn({ label, hint, accept, busy, onText }: Props) {
  const id = useId();
  const [text, setText] = useState('');
  return (
    <div className="mb-4 max-w-3xl">
      <label htmlFor={id} className="mb-1 block font-medium">
        {label}
      </label>
      <textarea
        id={id}
        value={text}
        rows={6}
        spellCheck={false}
        aria-describedby={`${id}-about`}
        onChange={(e) => {
          setText(e.target.value);
        }}
        className="mono border-ink bg-paper w-full border px-2 py-1.5 text-[0.9rem]"
      />
      <p id={`${id}-about`} className="text-soft mb-2">
        {hint}
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <Button
          kind="primary"
          busy={busy}
          disabled={text.trim() === ''}
          onClick={() => {
            onText(text);
          }}
        >
          Check it first
        </Button>
        <label className="text-soft">
          or choose a file:{' '}
          <input
            type="file"
            accept={accept}
            onChange={(e) => {
              void e.target.files?.[0]?.text().then((read) => {
                setText(read.length > 200_000 ? '' : read);
                onText(read);
              });
            }}
          />
        </label>
      </div>
    </div>
  );
}
