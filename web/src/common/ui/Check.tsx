import { Checkbox } from 'radix-ui';
import { useId, type ReactNode } from 'react';

interface Props {
  checked: boolean;
  onChange: (checked: boolean) => void;
  disabled?: boolean;
  /** The name for screen readers where no words stand beside the box. */
  label?: string;
  children?: ReactNode;
}

/** A box to tick, with its words. */
export function Check({ checked, onChange, disabled = false, label, children }: Props) {
  const id = useId();
  return (
    <span className="flex items-start gap-2">
      <Checkbox.Root
        id={id}
        aria-label={label}
        checked={checked}
        disabled={disabled}
        onCheckedChange={(to) => {
          onChange(to === true);
        }}
        className="border-ink bg-paper mt-0.5 size-[18px] shrink-0 border disabled:opacity-50"
      >
        <Checkbox.Indicator>
          <svg viewBox="0 0 16 16" className="size-4" aria-hidden>
            <path d="m3 8 4 4 6-9" className="stroke-ink fill-none" strokeWidth="2.2" />
          </svg>
        </Checkbox.Indicator>
      </Checkbox.Root>
      {children && <label htmlFor={id}>{children}</label>}
    </span>
  );
}
