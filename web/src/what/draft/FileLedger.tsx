import { ChevronDown, ChevronRight, FileCode2, FileImage, FileText } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { Schemas } from '../../common/api/client';
import { Filter } from '../../common/ui/Filter';
import { useInUrl } from '../../common/ui/useInUrl';
import { VirtualList } from '../../common/ui/VirtualList';
import { Shortened, sizeText } from '../../common/ui/Words';
import { rowsOf, type Row } from './tree';

/** How much of the end of a long name is always shown: its ending, and a little before. */
const END = 12;

type FileView = Schemas['FileView'];

const ROW = 30;

/** The files of the draft as a tree. */
export function FileLedger({
  siteId,
  files,
  selected,
}: {
  siteId: string;
  files: FileView[];
  selected: string;
}) {
  const [closed, setClosed] = useState<Set<string>>(new Set());
  const [filter, setFilter] = useInUrl<string>('filter', '');
  const rows = useMemo(() => {
    const wanted = filter.trim().toLowerCase();
    const shown = wanted === '' ? files : files.filter((f) => f.path.toLowerCase().includes(wanted));
    return rowsOf(shown, wanted === '' ? closed : new Set());
  }, [files, closed, filter]);
  const [search] = useSearchParams();
  const to = (path: string) => `?${new URLSearchParams({ ...Object.fromEntries(search), path }).toString()}`;
  const toggle = (folder: string) => {
    const next = new Set(closed);
    if (!next.delete(folder)) next.add(folder);
    setClosed(next);
  };
  return (
    <>
      {files.length > 12 && <Filter label="Filter by path" value={filter} onChange={setFilter} />}
      <VirtualList
        rows={rows}
        keep={`files ${siteId}`}
        height={ROW}
        keyOf={(row) => row.path}
        className="max-h-[60vh] min-h-24"
      >
        {(row) => (
          <LedgerRow
            row={row}
            closed={closed.has(row.path)}
            current={row.path === selected}
            to={to(row.path)}
            onToggle={toggle}
          />
        )}
      </VirtualList>
    </>
  );
}

interface RowProps {
  row: Row;
  closed: boolean;
  current: boolean;
  to: string;
  onToggle: (folder: string) => void;
}

function LedgerRow({ row, closed, current, to, onToggle }: RowProps) {
  const look = `flex h-full min-w-0 items-center gap-1.5 px-2 no-underline hover:bg-shoal ${current ? 'bg-land' : ''}`;
  const indent = { paddingLeft: 8 + row.depth * 18 };
  if (row.kind === 'folder') {
    return (
      <div className={look} style={indent}>
        <button
          type="button"
          aria-expanded={!closed}
          aria-label={`${closed ? 'Open' : 'Close'} ${row.name}`}
          onClick={() => {
            onToggle(row.path);
          }}
        >
          {closed ? <ChevronRight size={16} aria-hidden /> : <ChevronDown size={16} aria-hidden />}
        </button>
        <Link to={to} className="mono min-w-0 flex-1 no-underline hover:underline" title={row.name}>
          <Shortened text={row.name} end={END} />
        </Link>
        <span className="text-soft text-[0.9rem]">{row.count}</span>
      </div>
    );
  }
  return (
    <Link to={to} className={look} style={indent} aria-current={current}>
      <Kind file={row.file} />
      <span className={`mono min-w-0 flex-1 ${row.file.page ? 'font-semibold' : ''}`} title={row.name}>
        <Shortened text={row.name} end={END} />
      </span>
      <span className="text-soft text-[0.9rem] whitespace-nowrap">{sizeText(row.file.size)}</span>
    </Link>
  );
}

function Kind({ file }: { file: FileView }) {
  const props = { size: 15, 'aria-hidden': true, className: 'shrink-0 text-soft' } as const;
  if (file.page) return <FileText {...props} className="shrink-0" />;
  return file.mediaType.startsWith('image/') ? <FileImage {...props} /> : <FileCode2 {...props} />;
}
