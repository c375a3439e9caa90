import { useEffect, useEffectEvent, useRef, useState, type DragEvent, type ReactNode } from 'react';
import { Button } from '../../common/ui/Button';
import { takeDrops } from '../../common/ui/drops';
import { filesOf, type FolderFile } from './folder';

interface Props {
  onFiles: (files: FolderFile[]) => void;
  disabled?: boolean;
  children?: ReactNode;
}

/** Takes a folder, files or a ZIP by dropping or choosing. */
export function DropPlace({ onFiles, disabled = false, children }: Props) {
  const [over, setOver] = useState(false);
  const folder = useRef<HTMLInputElement>(null);
  const zip = useRef<HTMLInputElement>(null);
  const loose = useRef<HTMLInputElement>(null);
  const take = async (event: Event) => {
    const files = await filesOf(event);
    if (files.length > 0) onFiles(files);
    // The same folder may be chosen again after it has changed.
    if (event.target instanceof HTMLInputElement) event.target.value = '';
  };
  const takeAnywhere = useEffectEvent((event: Event) => {
    if (!disabled) void take(event);
  });
  useEffect(() => takeDrops(takeAnywhere), []);
  const dropped = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    if (!disabled) void take(event.nativeEvent);
  };
  const chooser = (ref: typeof folder, label: string, extra: object) => (
    <>
      <Button disabled={disabled} onClick={() => ref.current?.click()}>
        {label}
      </Button>
      <input
        ref={ref}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-label={label}
        onChange={(e) => void take(e.nativeEvent)}
        {...extra}
      />
    </>
  );
  return (
    // Dropping has its equal in the buttons inside, which keys can reach.
    <div
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => {
        setOver(false);
      }}
      onDrop={dropped}
      className={`border-ink border border-dashed p-3 ${over ? 'bg-shoal' : ''}`}
    >
      <p className="mb-2 font-medium">{over ? 'Drop to add the files' : 'Drop a folder or a ZIP here'}</p>
      <div className="flex flex-wrap gap-2">
        {chooser(folder, 'Choose a folder', { webkitdirectory: '' })}
        {chooser(zip, 'Choose a ZIP', { accept: '.zip,application/zip' })}
        {chooser(loose, 'Choose files', { multiple: true })}
      </div>
      {children}
    </div>
  );
}
