import { useId, type ReactNode, type TextareaHTMLAttributes } from 'react';

interface Props extends TextareaHTMLAttributes<HTMLTextAreaElement> {
  label: string;
  hint?: ReactNode;
  problem?: string | undefined;
}

/** A field of several lines with its label, what is expected of it, and what is wrong with it. */
export function TextArea({ label, hint, problem, className = '', ...area }: Props) {
  const id = useId();
  return (
    <div className="mb-3">
      <label htmlFor={id} className="mb-1 block font-medium">
        {label}
      </label>
      <textarea
        id={id}
        aria-invalid={problem !== undefined}
        aria-describedby={`${id}-about`}
        className={`border-ink bg-paper w-full border px-2 py-1.5 ${className}`}
        {...area}
      />
      <div id={`${id}-about`} className="text-[0.93rem]">
        {problem !== undefined && <p className="text-magenta">{problem}</p>}
        {hint}
      </div>
    </div>
  );
}
