import { Monitor, Smartphone, Tablet } from 'lucide-react';
import { ToggleGroup } from 'radix-ui';
import { WIDTHS, type Width } from './Frames';

const ICONS = { phone: Smartphone, tablet: Tablet, desktop: Monitor };

/** Phone, tablet or desktop. */
export function WidthChoice({ width, onChange }: { width: Width; onChange: (width: Width) => void }) {
  return (
    <ToggleGroup.Root
      type="single"
      value={width}
      aria-label="Width"
      className="border-ink inline-flex border"
      onValueChange={(value) => {
        if (value) onChange(value as Width);
      }}
    >
      {(Object.keys(WIDTHS) as Width[]).map((each) => {
        const Icon = ICONS[each];
        return (
          <ToggleGroup.Item
            key={each}
            value={each}
            className="hover:bg-shoal data-[state=on]:bg-ink data-[state=on]:text-paper inline-flex items-center gap-1.5 px-2.5 py-1"
          >
            <Icon size={15} aria-hidden />
            {each}
          </ToggleGroup.Item>
        );
      })}
    </ToggleGroup.Root>
  );
}
