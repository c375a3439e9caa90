import type { ButtonHTMLAttributes, ReactNode } from 'react';

export type Kind = 'primary' | 'plain' | 'quiet' | 'alarm';

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  kind?: Kind;
  busy?: boolean;
  icon?: ReactNode;
}

/** How each kind looks. */
export const LOOKS = {
  primary: 'border-ink bg-ink text-paper hover:opacity-90',
  plain: 'border-ink bg-paper hover:bg-shoal',
  quiet: 'border-transparent underline decoration-water underline-offset-3 hover:decoration-current px-1',
  alarm: 'border-magenta bg-magenta text-paper hover:opacity-90',
};

/** A button. While busy it cannot be pressed again, and keeps the focus. */
export function Button({
  kind = 'plain',
  busy = false,
  icon,
  children,
  className = '',
  onClick,
  ...rest
}: Props) {
  return (
    <button
      type="button"
      {...rest}
      aria-disabled={busy || undefined}
      aria-busy={busy}
      onClick={(event) => {
        if (busy) event.preventDefault();
        else onClick?.(event);
      }}
      className={`inline-flex min-h-8 items-center gap-1.5 border px-3 py-1 text-left font-medium whitespace-nowrap disabled:opacity-55 aria-disabled:opacity-55 ${LOOKS[kind]} ${className}`}
    >
      {icon}
      {children}
    </button>
  );
}

/** Something small to do, in the midst of links: looks like one, and is a button. */
export function LinkButton({ className = '', ...rest }: ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button
      type="button"
      {...rest}
      className={`decoration-water min-h-[25px] underline underline-offset-3 hover:decoration-current disabled:opacity-55 aria-pressed:font-semibold ${className}`}
    />
  );
}
