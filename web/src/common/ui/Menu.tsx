import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';

/** A list of things to do or to go to, opened by its trigger. */
export function Menu({
  trigger,
  align,
  children,
}: {
  trigger: ReactNode;
  align: 'start' | 'end';
  children: ReactNode;
}) {
  return (
    <DropdownMenu.Root>
      {trigger}
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align={align}
          collisionPadding={8}
          className="border-ink bg-paper text-ink z-50 max-h-[var(--radix-dropdown-menu-content-available-height)] min-w-56 overflow-y-auto border-2 py-1"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** One of them. @param keys what does the same */
export function MenuItem({
  onSelect,
  keys,
  children,
}: {
  onSelect: () => void;
  keys?: string;
  children: ReactNode;
}) {
  return (
    <DropdownMenu.Item
      className="data-[highlighted]:bg-shoal flex cursor-pointer items-center gap-4 px-3 py-1.5 outline-none"
      onSelect={onSelect}
    >
      <span className="min-w-0 grow">{children}</span>
      {keys !== undefined && (
        <kbd className="mono text-soft text-[0.85rem]" aria-hidden>
          {keys}
        </kbd>
      )}
    </DropdownMenu.Item>
  );
}

export function MenuLine() {
  return <DropdownMenu.Separator className="border-water my-1 border-t" />;
}
