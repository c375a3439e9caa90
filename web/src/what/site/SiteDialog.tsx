import type { ReactNode } from 'react';
import { Dialog } from '../../common/ui/Dialog';
import { Flag } from '../../common/ui/Flag';
import type { SiteView } from './thisSite';

interface Props {
  site: SiteView;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  /** Whether it is about something that cannot be overlooked: it then opens on the way back. */
  alarming?: boolean;
  children: ReactNode;
}

/** A dialog about something that visitors notice: the site's flag stands large beside its title. */
export function SiteDialog({ site, title, children, ...rest }: Props) {
  return (
    <Dialog
      {...rest}
      title={
        <span className="flex items-center gap-4">
          <Flag flag={site.flag} size={84} />
          <span>{title}</span>
        </span>
      }
    >
      {children}
    </Dialog>
  );
}
