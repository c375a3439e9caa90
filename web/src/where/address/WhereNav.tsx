import { useThisSite } from '../../what/site/thisSite';
import { PartNav } from '../../common/ui/PartNav';

/** The parts of Where. */
export function WhereNav() {
  const site = useThisSite();
  const at = `/sites/${site.id}/where`;
  return (
    <PartNav
      label="Where"
      parts={[
        [at, 'Addresses'],
        [`${at}/redirects`, 'Redirects'],
        [`${at}/visits`, 'Visits'],
        [`${at}/missed`, 'Missed visits'],
        [`${at}/hosts`, 'Hosts'],
        [`${at}/share`, 'Tell people'],
      ]}
    />
  );
}
