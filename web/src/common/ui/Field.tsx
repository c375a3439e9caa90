import { useId, type InputHTMLAttributes, type ReactNode, type Ref } from 'react';

interface Props extends InputHTMLAttributes<HTMLInputElement> {
  label: string;
  hint?: ReactNode;
  problem?: string | undefined;
  ending?: string;
  ref?: Ref<HTMLInputElement>;
}

/** A text field with its label, what is expected of it, and what is wrong with it. */
export function Field({ label, hint, problem, ending, className = '', ...input }: Props) {
  const id = useId();
  return (
    <div className="mb-3">
      <label htmlFor={id} className="mb-1 block font-medium">
        {label}
      </label>
      <div className="border-ink bg-paper focus-within:outline-ink flex items-stretch border focus-within:outline-2 focus-within:outline-offset-2">
        <input
          id={id}
          aria-invalid={problem !== undefined}
          aria-describedby={`${id}-about`}
          className={`min-w-0 flex-1 bg-transparent px-2 py-1.5 outline-none ${className}`}
          {...input}
        />
        {ending && <span className="mono text-soft self-center px-2">{ending}</span>}
      </div>
      <div id={`${id}-about`} className="mt-1 text-[0.93rem]">
        {problem !== undefined && <p className="text-magenta">{problem}</p>}
        {hint}
      </div>
    </div>
  );
}
