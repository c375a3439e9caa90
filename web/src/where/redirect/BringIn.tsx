import { Tabs } from 'radix-ui';
import { Link } from 'react-router';
import { WhereNav } from '../address/WhereNav';
import { useRedirects } from '../../common/api/redirects';
import { useThisSite } from '../../what/site/thisSite';
import { Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { BringFile } from './BringFile';
import { BringUrls } from './BringUrls';

/** Many redirects at once: from a file of rules, or from a list of old URLs. */
export function BringIn() {
  const site = useThisSite();
  // A change is made for the redirects as they were when this was opened.
  const redirects = useRedirects(site.id);
  if (!redirects.data) return redirects.error ? <Trouble error={redirects.error} /> : <Loading />;
  const look =
    'border-b-2 border-transparent py-0.5 text-soft data-[state=active]:border-ink data-[state=active]:text-ink data-[state=active]:font-medium';
  return (
    <>
      <WhereNav />
      <h2 className="mb-1 text-lg">Import redirects</h2>
      <p className="mb-3">
        <Link to={`/sites/${site.id}/where/redirects`}>Back to the redirects</Link>
      </p>
      <Tabs.Root defaultValue="file">
        <Tabs.List aria-label="What is imported" className="mb-3 flex flex-wrap gap-x-5">
          <Tabs.Trigger value="file" className={look}>
            A CSV file of redirects
          </Tabs.Trigger>
          <Tabs.Trigger value="urls" className={look}>
            A sitemap or list of old URLs
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="file">
          <BringFile site={site} />
        </Tabs.Content>
        <Tabs.Content value="urls">
          <BringUrls site={site} />
        </Tabs.Content>
      </Tabs.Root>
    </>
  );
}
