import type { Schemas } from '../../common/api/client';
import { usePreview } from '../../common/api/content';
import { PageFrame, pageUrl } from '../../common/ui/Frames';
import { Trouble } from '../../common/ui/Trouble';
import { aboutChange } from '../../harbor/change/change';
import { useThisSite } from '../../what/site/thisSite';
import { BringBack } from './BringBack';
import { May } from '../../who/access/May';
import { asVersion, isHost, isVersion, named } from './sides';
import { WordsThatDiffer } from './WordsThatDiffer';

/** A file as it is on both sides: drawn, and by its words. */
export function FileSides({ from, to, file }: { from: string; to: string; file: Schemas['ChangeView'] }) {
  const site = useThisSite();
  const drawable = !isHost(from) && !isHost(to);
  const before = usePreview(site.id, asVersion(from), drawable);
  const after = usePreview(site.id, asVersion(to), drawable);
  const textual = file.page || /\.(txt|css|js|json|xml|svg|md|csv)$/i.test(file.path);
  const drawn = drawable && (file.page || /\.(svg|png|jpe?g|gif|webp|avif|ico)$/i.test(file.path));
  const old = file.kind === 'ADDED' ? undefined : (file.from ?? file.path);
  const fresh = file.kind === 'REMOVED' ? undefined : file.path;
  return (
    <>
      <h2 className="mono text-lg [overflow-wrap:anywhere]">{file.path}</h2>
      <p className="text-soft mb-3">{aboutChange(file)}</p>
      {isVersion(from) && to === 'draft' && old !== undefined && (
        <May site={site} to="EDIT">
          <BringBack siteId={site.id} version={Number(from)} path={old} />
        </May>
      )}
      {textual && <WordsThatDiffer from={from} to={to} file={file} />}
      <Trouble error={before.error ?? after.error} />
      {!drawable && (
        <p className="text-soft mt-2">
          A host is compared with what would be built for it. Its pages are seen at its own URL.
        </p>
      )}
      {drawn && (
        <div className="mt-3 grid gap-4 sm:grid-cols-2">
          <Side
            title={named(from)}
            url={before.data && old !== undefined ? pageUrl(before.data.url, old) : null}
          />
          <Side
            title={named(to)}
            url={after.data && fresh !== undefined ? pageUrl(after.data.url, fresh) : null}
          />
        </div>
      )}
    </>
  );
}

function Side({ title, url }: { title: string; url: string | null }) {
  return (
    <figure className="min-w-0">
      <figcaption className="text-soft mb-1">In {title}</figcaption>
      {url === null ? (
        <div className="hatched border-water grid h-40 place-items-center border">
          <span className="bg-paper px-2">Not there</span>
        </div>
      ) : (
        <PageFrame title={`In ${title}`} url={url} width="desktop" height={360} />
      )}
    </figure>
  );
}
