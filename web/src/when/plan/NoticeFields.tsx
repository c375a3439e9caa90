import { useState } from 'react';
import { Choice } from '../../common/ui/Choice';
import { Field } from '../../common/ui/Field';
import type { Closing } from './planForm';

/** What visitors get of a site that is closed, and which part of it that is. */
export function NoticeFields({
  closing,
  problem,
  onChange,
}: {
  closing: Closing;
  problem?: string | undefined;
  onChange: (closing: Closing) => void;
}) {
  const [typed, setTyped] = useState(closing.paths.join(' '));
  return (
    <>
      <Choice
        label="Visitors get"
        value={closing.kind}
        options={[
          ['WORDS', 'a notice in your own words'],
          ['PAGE', 'a page of the draft'],
          ['ELSEWHERE', 'another page or site'],
        ]}
        onChange={(kind) => {
          onChange({ ...closing, kind: kind as Closing['kind'] });
        }}
      />
      {closing.kind === 'WORDS' ? (
        <>
          <Field
            label="Heading"
            value={closing.title}
            problem={problem}
            onChange={(e) => {
              onChange({ ...closing, title: e.target.value });
            }}
          />
          <label className="mb-3 block">
            <span className="mb-1 block font-medium">Text (optional)</span>
            <textarea
              value={closing.text}
              rows={3}
              onChange={(e) => {
                onChange({ ...closing, text: e.target.value });
              }}
              className="border-ink bg-paper w-full border px-2 py-1.5"
            />
          </label>
        </>
      ) : (
        <Field
          label={closing.kind === 'PAGE' ? 'Page' : 'Page or URL'}
          value={closing.target}
          className="mono"
          placeholder={closing.kind === 'PAGE' ? 'closed.html' : '/news/ or https://…'}
          problem={problem}
          hint={closing.kind === 'ELSEWHERE' ? 'Sent on for now (302).' : undefined}
          onChange={(e) => {
            onChange({ ...closing, target: e.target.value });
          }}
        />
      )}
      <details className="mb-3" open={closing.paths.length > 0}>
        <summary className="cursor-pointer font-medium">Only some paths</summary>
        <Field
          label="Paths to close"
          value={typed}
          className="mono"
          placeholder="/shop/ /tickets.html"
          hint="Without any, the whole site is closed. A folder ends with a slash."
          onChange={(e) => {
            setTyped(e.target.value);
            onChange({ ...closing, paths: e.target.value.split(/\s+/).filter((path) => path !== '') });
          }}
        />
      </details>
    </>
  );
}
