import { useLocation } from 'react-router';
import { useSites } from '../common/api/sites';

/** What each place is called, the most exact first. */
const PLACES: [RegExp, string][] = [
  [/^\/$/, 'All sites'],
  [/^\/domains/, 'Domains'],
  [/^\/hosts/, 'Hosts'],
  [/^\/costs/, 'Costs'],
  [/^\/practice/, 'Practice harbor'],
  [/^\/state/, 'State of the harbor'],
  [/^\/account/, 'Your account'],
  [/^\/new/, 'New site'],
  [/\/where\/redirects/, 'Redirects'],
  [/\/where\/missed/, 'Missed visits'],
  [/\/where\/hosts/, 'Hosts of the site'],
  [/\/where\/share/, 'Tell people'],
  [/\/where/, 'Where'],
  [/\/what\/look/, 'Preview'],
  [/\/what\/review/, 'Changes'],
  [/\/what\/versions/, 'Versions'],
  [/\/what\/findings/, 'Findings'],
  [/\/what\/pages/, 'Page settings'],
  [/\/what\/replace/, 'Find and replace'],
  [/\/what\/about/, 'About the site'],
  [/\/what/, 'Draft'],
  [/\/when/, 'When'],
  [/\/who/, 'Who'],
];

/** The title of the page, for tabs and for those who are read to. */
export function PageTitle() {
  const { pathname } = useLocation();
  const sites = useSites();
  const id = /^\/sites\/([^/]+)/.exec(pathname)?.[1];
  const site = sites.data?.find((lane) => lane.site.id === id)?.site.title;
  const place = PLACES.find(([at]) => at.test(pathname))?.[1];
  return <title>{[place, site, 'Even Harbor'].filter((part) => part !== undefined).join(' · ')}</title>;
}
