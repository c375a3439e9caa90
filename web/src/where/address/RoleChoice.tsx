import { RadioGroup } from 'radix-ui';
import { useId } from 'react';
import type { Schemas } from '../../common/api/client';
import { useVersions } from '../../common/api/content';
import { Field } from '../../common/ui/Field';
import { ROLES, type Role } from './roles';

export type Wish = Schemas['Wished'];

interface Props {
  siteId: string;
  roles: Role[];
  wish: Wish;
  onChange: (wish: Wish) => void;
  problem?: string | undefined;
}

/** What an address shall do: one of the roles that make sense, with what the role needs. */
export function RoleChoice({ siteId, roles, wish, onChange, problem }: Props) {
  const id = useId();
  return (
    <fieldset className="mb-3">
      <legend className="mb-1 font-medium">What it does</legend>
      <RadioGroup.Root
        value={wish.role}
        aria-label="What it does"
        onValueChange={(role) => {
          onChange({ ...wish, role: role as Role });
        }}
        className="border-water border-t"
      >
        {roles.map((role) => (
          <div
            key={role}
            className="border-water hover:bg-shoal grid grid-cols-[1.4rem_6rem_1fr] items-baseline gap-x-2 border-b px-1 py-1.5"
          >
            <RadioGroup.Item
              id={`${id}${role}`}
              value={role}
              className="border-ink bg-paper grid size-4 translate-y-0.5 place-items-center rounded-full border"
            >
              <RadioGroup.Indicator className="bg-ink size-2 rounded-full" />
            </RadioGroup.Item>
            <label htmlFor={`${id}${role}`} className="font-medium">
              {ROLES[role].word}
            </label>
            <span className="text-soft">{ROLES[role].about}</span>
          </div>
        ))}
      </RadioGroup.Root>
      {wish.role === 'TRIAL' && <TrialOf siteId={siteId} wish={wish} onChange={onChange} />}
      {wish.role === 'POINTER' && (
        <div className="mt-2">
          <Field
            label="Where it leads"
            value={wish.pointsTo ?? ''}
            className="mono"
            placeholder="https://example.org/shop"
            autoComplete="off"
            spellCheck={false}
            onChange={(e) => {
              onChange({ ...wish, pointsTo: e.target.value });
            }}
          />
        </div>
      )}
      {problem !== undefined && <p className="text-magenta mt-1">{problem}</p>}
    </fieldset>
  );
}

function TrialOf({ siteId, wish, onChange }: { siteId: string; wish: Wish; onChange: (wish: Wish) => void }) {
  const versions = useVersions(siteId);
  const id = useId();
  return (
    <p className="mt-2">
      <label htmlFor={id} className="mr-2 font-medium">
        On trial
      </label>
      <select
        id={id}
        className="border-ink bg-paper border px-2 py-1"
        value={wish.trialVersion ?? ''}
        onChange={(e) => {
          onChange({ ...wish, trialVersion: e.target.value === '' ? null : Number(e.target.value) });
        }}
      >
        <option value="">the draft, as it changes</option>
        {versions.data?.map((v) => (
          <option key={v.number} value={v.number}>
            version {v.number}
            {v.name ? `: ${v.name}` : ''}
          </option>
        ))}
      </select>
    </p>
  );
}
