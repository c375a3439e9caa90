import { useQuery } from '@tanstack/react-query';
import { Copy } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { Problem } from '../../common/api/problem';
import { keys } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { copy } from '../../common/ui/copy';
import { Empty, Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Panes } from '../../common/ui/Panes';
import { counted, PublicLink, Time } from '../../common/ui/Words';
import { useThisSite, type SiteView } from '../../what/site/thisSite';
import { WhereNav } from '../../where/address/WhereNav';
import { EventEntry } from './EventEntry';
import { Part } from './Part';

type Share = Schemas['ShareView'];

/** What people are given to find the site: its link, a code, a card, words. */
export function SharePage() {
  const site = useThisSite();
  const share = useQuery({
    queryKey: keys.part(site.id, 'share'),
    queryFn: () => dataOf(api.GET('/api/sites/{siteId}/share', { params: { path: { siteId: site.id } } })),
    retry: (times, error) => times < 2 && !(error instanceof Problem),
  });
  const unnamed = site.addresses.length === 0;
  return (
    <>
      <WhereNav />
      {unnamed ? (
        <Empty title="There is no link to share yet">
          <p>
            <Link to={`/sites/${site.id}/where`}>Choose an address</Link>, and its link, code and card are
            here.
          </p>
        </Empty>
      ) : (
        <>
          <Trouble error={share.error} />
          {share.isPending && <Loading />}
          {share.data && (
            <Panes
              label="Link and code"
              ledger={<LinkAndCode site={site} share={share.data} />}
              sheet={<Words site={site} share={share.data} />}
            />
          )}
        </>
      )}
    </>
  );
}

const SIZES = [20, 40, 80];

function LinkAndCode({ site, share }: { site: SiteView; share: Share }) {
  const [size, setSize] = useState(40);
  const [page, setPage] = useState('');
  const url = share.pages.find((each) => each.path === page)?.url ?? share.url;
  const query = `size=${String(size)}${page === '' ? '' : `&page=${encodeURIComponent(page)}`}`;
  const at = `/api/sites/${site.id}/share`;
  return (
    <>
      <h2 className="mb-1 text-lg">The link to share</h2>
      <p className="mb-1 text-[1.2rem]">
        <PublicLink url={url} label={page === '' ? share.shown : url.replace(/^https?:\/\//, '')} />
      </p>
      {!share.live && <p className="text-soft mb-2">The site is not live: who opens it finds nothing yet.</p>}
      {share.pages.length > 1 && (
        <label className="mb-3 block">
          <span className="mr-2">To</span>
          <select
            aria-label="To"
            value={page}
            onChange={(e) => {
              setPage(e.target.value);
            }}
            className="border-ink bg-paper max-w-full border px-2 py-1"
          >
            <option value="">the front page</option>
            {share.pages
              .filter((each) => each.path !== '/')
              .map((each) => (
                <option key={each.path} value={each.path}>
                  {each.title === '' ? each.path : each.title}
                </option>
              ))}
          </select>
        </label>
      )}
      <img
        src={`${at}/code.svg?${query}`}
        alt={`QR code that leads to ${url}`}
        className="border-water size-52 border bg-white [image-rendering:pixelated]"
      />
      <p className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        <label>
          <span className="mr-2">Width on paper</span>
          <select
            aria-label="Width on paper"
            value={size}
            onChange={(e) => {
              setSize(Number(e.target.value));
            }}
            className="border-ink bg-paper border px-2 py-1"
          >
            {SIZES.map((each) => (
              <option key={each} value={each}>
                {each} mm
              </option>
            ))}
          </select>
        </label>
        <a href={`${at}/code.svg?${query}`} download="code.svg" className="min-h-[25px]">
          Download as SVG
        </a>
        <a href={`${at}/code.png?${query}`} download="code.png" className="min-h-[25px]">
          Download as PNG
        </a>
      </p>
      <h3 className="mt-5 mb-1">How long it lasts</h3>
      <p className="max-w-prose">
        {share.domain === null
          ? 'The name is this harbor’s, and yours as long as you keep the address.'
          : `It lasts as long as you keep ${share.domain}.`}{' '}
        {share.domainEnds !== null && (
          <>
            The domain ends <Time at={share.domainEnds} /> unless it is renewed.{' '}
          </>
        )}
        What is printed leads here as long as you keep this address, also when another becomes the main one.
      </p>
    </>
  );
}

function Words({ site, share }: { site: SiteView; share: Share }) {
  const at = `/api/sites/${site.id}/share`;
  return (
    <>
      <Part
        title="A small card"
        action={
          <>
            <a href={`${at}/card.svg`} target="_blank" rel="noreferrer" className="min-h-[25px]">
              Open to print
            </a>
            <a href={`${at}/card.svg`} download="card.svg" className="min-h-[25px]">
              Download as SVG
            </a>
          </>
        }
      >
        <img
          src={`${at}/card.svg`}
          alt={`Card of ${site.title} with its address and code`}
          className="max-w-full bg-white"
        />
      </Part>
      <Part
        title="A mail"
        action={
          <>
            <CopyButton text={share.mailText} what="Words" />
            <a
              href={`mailto:?subject=${encodeURIComponent(share.mailSubject)}&body=${encodeURIComponent(share.mailText)}`}
              className="min-h-[25px]"
            >
              Open in a mail program
            </a>
          </>
        }
      >
        <Code text={share.mailText} />
      </Part>
      <Part title="A link on another page (HTML)" action={<CopyButton text={share.link} what="Link" />}>
        <Code text={share.link} />
      </Part>
      <Part title="A box on another page (HTML)" action={<CopyButton text={share.box} what="Box" />}>
        <Code text={share.box} />
      </Part>
      <EventEntry site={site} share={share} />
      {share.pages.length > 0 && (
        <Part
          title={`The addresses of all ${counted(share.pages.length, 'page')}`}
          action={
            <>
              <CopyButton
                text={share.pages.map((page) => `${page.title}\t${page.url}`).join('\n')}
                what="Addresses"
              />
              <a href={`${at}/pages.csv`} download className="min-h-[25px]">
                Export as CSV
              </a>
            </>
          }
        >
          <p className="text-soft">
            Titles and links of what is live and for everyone, for a course page or a list.
          </p>
        </Part>
      )}
    </>
  );
}

function Code({ text }: { text: string }) {
  return (
    <pre className="mono bg-paper border-water border px-2 py-1.5 text-[0.9rem] [overflow-wrap:anywhere] whitespace-pre-wrap">
      {text}
    </pre>
  );
}

function CopyButton({ text, what }: { text: string; what: string }) {
  return (
    <Button icon={<Copy size={14} aria-hidden />} onClick={() => void copy(text, what)}>
      Copy
    </Button>
  );
}
