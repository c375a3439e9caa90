import type { ChangeEvent } from 'react';
import type { Schemas } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { Check } from '../../common/ui/Check';
import { Field } from '../../common/ui/Field';

export type At = Schemas['DestinationForm'];

const CARRIES: Record<At['carries'], string> = {
  NOTHING: 'stay here',
  PAGES: 'go along as pages that forward',
  RULES: 'go along as a rules file (.htaccess)',
};

/** What the URL’s path means for the pages. */
function builtFor(typed: string): string {
  const whole = /^https?:\/\//i.test(typed) ? typed : `http://${typed}`;
  const path = URL.canParse(whole) ? new URL(whole).pathname.replace(/\/+$/, '') : '';
  return path === ''
    ? 'Links that begin with / stay as they are: the site is at the top there.'
    : `Links that begin with / are led under ${path}/.`;
}

/** Where on a host, and what goes along. */
export function DestinationFields({
  at,
  onChange,
  error,
}: {
  at: At;
  onChange: (at: At) => void;
  error: unknown;
}) {
  const problem = (name: string) => (error instanceof Problem ? error.field(name) : undefined);
  const text = (name: 'folder' | 'url') => ({
    value: at[name],
    problem: problem(name) ?? problem(`at.${name}`),
    onChange: (e: ChangeEvent<HTMLInputElement>) => {
      onChange({ ...at, [name]: e.target.value });
    },
  });
  return (
    <>
      <Field label="Folder on the host" className="mono" spellCheck={false} {...text('folder')} />
      <Field
        label="URL it is seen at"
        className="mono"
        spellCheck={false}
        hint={builtFor(at.url)}
        {...text('url')}
      />
      <label className="mb-3 flex flex-wrap items-baseline gap-2">
        <span className="font-medium">Redirects</span>
        <select
          value={at.carries}
          className="border-ink bg-paper border px-2 py-1"
          onChange={(e) => {
            onChange({ ...at, carries: e.target.value as At['carries'] });
          }}
        >
          {(Object.keys(CARRIES) as At['carries'][]).map((c) => (
            <option key={c} value={c}>
              {CARRIES[c]}
            </option>
          ))}
        </select>
      </label>
      <div className="mb-3">
        <Check
          checked={at.follows}
          onChange={(follows) => {
            onChange({ ...at, follows });
          }}
        >
          Follow what is live on this harbor: each version that goes live is sent there too
        </Check>
      </div>
    </>
  );
}
