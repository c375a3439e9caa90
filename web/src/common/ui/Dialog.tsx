import { AlertDialog, Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface Props {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: ReactNode;
  children: ReactNode;
  wide?: boolean;
  /** Whether it alarms: such a one opens on its way back, and a click beside it does not close it. */
  alarming?: boolean;
}

/** A dialog over the page; Escape and the way back are always there. */
export function Dialog({ open, onOpenChange, title, children, wide = false, alarming = false }: Props) {
  const Kind = alarming ? AlertDialog : Radix;
  return (
    <Kind.Root open={open} onOpenChange={onOpenChange}>
      <Kind.Portal>
        <Kind.Overlay className="bg-ink/40 fixed inset-0 z-40" />
        <Kind.Content
          aria-describedby={undefined}
          className={`border-ink bg-paper text-ink fixed top-[8vh] left-1/2 z-50 max-h-[84vh] w-[calc(100vw-2rem)] -translate-x-1/2 overflow-auto border-2 p-5 ${wide ? 'max-w-3xl' : 'max-w-xl'}`}
          onOpenAutoFocus={
            alarming
              ? (event) => {
                  const back = (event.currentTarget as HTMLElement).querySelector<HTMLElement>(
                    '[data-way-back]',
                  );
                  if (back) {
                    event.preventDefault();
                    back.focus();
                  }
                }
              : undefined
          }
        >
          <Kind.Title className="mb-3 text-xl">{title}</Kind.Title>
          {children}
        </Kind.Content>
      </Kind.Portal>
    </Kind.Root>
  );
}
