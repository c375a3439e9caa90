import type { Schemas } from '../../common/api/client';
import { atLeast } from '../../who/access/people';
import type { Thing } from './match';

type Lane = Schemas['LaneView'];

/** The screens of a site. */
const SCREENS: [path: string, name: string][] = [
  ['what', 'Draft'],
  ['where', 'Addresses'],
  ['when', 'When'],
  ['who', 'Who'],
  ['what/look', 'Preview'],
  ['what/review', 'Publish review'],
  ['what/versions', 'Versions'],
  ['what/findings', 'Findings'],
  ['what/pages', 'Page settings: titles, descriptions, cards'],
  ['what/replace', 'Find and replace in all pages'],
  ['what/about', 'About the site, sitemap, feed, languages'],
  ['what/reviews', 'Reviews'],
  ['what/sftp', 'Files by SFTP'],
  ['where/redirects', 'Redirects'],
  ['where/visits', 'Visits'],
  ['where/missed', 'Missed visits'],
  ['where/hosts', 'Hosts of the site'],
  ['where/share', 'Tell people'],
];

/** The screens of the account. */
const PLACES: Thing[] = [
  { name: 'All sites', detail: '', kind: 'screen', to: '/' },
  { name: 'Domains', detail: '', kind: 'screen', to: '/domains' },
  { name: 'Hosts', detail: '', kind: 'screen', to: '/hosts' },
  { name: 'Costs', detail: '', kind: 'screen', to: '/costs' },
  { name: 'Notices', detail: '', kind: 'screen', to: '/notices' },
  { name: 'Your account', detail: 'tokens, password, people', kind: 'screen', to: '/account' },
  { name: 'Messages to other programs', detail: '', kind: 'screen', to: '/account/messages' },
  { name: 'The API', detail: '', kind: 'screen', to: '/account/api' },
];

export interface Known {
  lanes: Lane[];
  domains: Schemas['DomainView'][];
  hosts: Schemas['HostView'][];
  /** The site that is open, with its files and pages. */
  open?: { siteId: string; files: string[]; pages: Schemas['PageView'][] } | undefined;
}

/** Everything that can be found by its name: sites and what is to be done with them first. */
export function thingsOf({ lanes, domains, hosts, open }: Known): Thing[] {
  const here = lanes.find((lane) => lane.site.id === open?.siteId);
  return [
    ...lanes.map(siteThing),
    ...(here && open ? filesOf(here, open) : []),
    ...lanes.flatMap(actionsOf),
    ...PLACES,
    ...lanes.flatMap(screensOf),
    ...lanes.flatMap(addressesOf),
    ...domains.map((domain) => ({
      name: domain.unicode,
      detail: '',
      kind: 'domain',
      to: `/domains/${domain.id}`,
    })),
    ...hosts.map((host) => ({ name: host.name, detail: host.server, kind: 'host', to: `/hosts/${host.id}` })),
    ...lanes.flatMap(versionsOf),
  ];
}

const siteThing = ({ site }: Lane): Thing => ({
  name: site.title,
  detail: site.addresses[0]?.shown ?? '',
  also: site.addresses.map((address) => address.shown).join(' '),
  kind: 'site',
  to: `/sites/${site.id}`,
  flag: site.flag,
});

const screensOf = ({ site }: Lane): Thing[] =>
  SCREENS.map(([path, name]) => ({
    name,
    detail: site.title,
    kind: 'screen',
    to: `/sites/${site.id}/${path}`,
    flag: site.flag,
  }));

const addressesOf = ({ site }: Lane): Thing[] =>
  site.addresses.map((address) => ({
    name: address.shown,
    detail: site.title,
    kind: 'address',
    to: `/sites/${site.id}/where/${address.id}`,
    flag: site.flag,
  }));

const versionsOf = ({ site, notches }: Lane): Thing[] =>
  notches.map((notch) => ({
    name: `Version ${String(notch.number)}${notch.name ? `: ${notch.name}` : ''}`,
    detail: site.title,
    kind: 'version',
    to: `/sites/${site.id}/what/versions/${String(notch.number)}`,
    flag: site.flag,
  }));

/** What this person may do with a site; each is asked for where it belongs. */
function actionsOf({ site }: Lane): Thing[] {
  const at = `/sites/${site.id}`;
  const action = (name: string, to: string): Thing => ({
    name: `${name} ${site.title}`,
    detail: '',
    kind: 'action',
    to: at + to,
    flag: site.flag,
  });
  return [
    ...(atLeast(site.role, 'EDITOR') ? [action('Add files to', '/what')] : []),
    ...(atLeast(site.role, 'PUBLISHER')
      ? [
          action('Publish', '/what/review'),
          action('Plan a change of', '/when'),
          ...(site.liveVersion === null
            ? []
            : [action(site.live ? 'Unpublish' : 'Put live', '/when?ask=live')]),
        ]
      : []),
    ...(site.role === 'OWNER'
      ? [
          action('Add an address to', '/where/new'),
          action('Add a redirect to', '/where/redirects/new'),
          action('Invite people to', '/who'),
        ]
      : []),
  ];
}

/** Pages by their titles, files by their paths. */
function filesOf({ site }: Lane, open: NonNullable<Known['open']>): Thing[] {
  const sheet = (path: string) => `/sites/${site.id}/what?path=${encodeURIComponent(path)}`;
  const titles = new Map(open.pages.map((page) => [page.path.replace(/^\//, ''), page.title]));
  const titleOf = (path: string) => titles.get(path) ?? titles.get(path.replace(/(^|\/)index\.html?$/, '$1'));
  return open.files.map((path) => ({
    name: path,
    detail: titleOf(path) ?? '',
    kind: titleOf(path) === undefined ? 'file' : 'page',
    to: sheet(path),
    flag: site.flag,
  }));
}
