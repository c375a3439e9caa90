import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { Link } from 'react-router';

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

const ITEM =
  'data-[highlighted]:bg-shoal text-ink flex cursor-pointer items-center gap-4 px-3 py-1.5 no-underline outline-none';

/** One of them to do. @param keys what does the same */
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
    <DropdownMenu.Item className={ITEM} onSelect={onSelect}>
      <Named keys={keys}>{children}</Named>
    </DropdownMenu.Item>
  );
}

/** One of them to go to. */
export function MenuLink({ to, keys, children }: { to: string; keys?: string; children: ReactNode }) {
  return (
    <DropdownMenu.Item className={ITEM} asChild>
      <Link to={to}>
        <Named keys={keys}>{children}</Named>
      </Link>
    </DropdownMenu.Item>
  );
}

function Named({ keys, children }: { keys: string | undefined; children: ReactNode }) {
  return (
    <>
      <span className="min-w-0 grow">{children}</span>
      {keys !== undefined && (
        <kbd className="mono text-soft text-[0.85rem]" aria-hidden>
          {keys}
        </kbd>
      )}
    </>
  );
}

export function MenuLine() {
  return <DropdownMenu.Separator className="border-water my-1 border-t" />;
}
