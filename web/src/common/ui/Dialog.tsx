import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface Props {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: ReactNode;
  children: ReactNode;
  wide?: boolean;
}

/** A dialog over the page; Escape and the way back are always there. */
export function Dialog({ open, onOpenChange, title, children, wide = false }: Props) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="bg-ink/40 fixed inset-0 z-40" />
        <Radix.Content
          aria-describedby={undefined}
          className={`border-ink bg-paper text-ink fixed top-[8vh] left-1/2 z-50 max-h-[84vh] w-[calc(100vw-2rem)] -translate-x-1/2 overflow-auto border-2 p-5 ${wide ? 'max-w-3xl' : 'max-w-xl'}`}
        >
          <Radix.Title className="mb-3 text-xl">{title}</Radix.Title>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
