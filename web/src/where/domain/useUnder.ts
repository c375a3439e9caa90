import { useSites } from '../../common/api/sites';

/** The addresses of all sites that lie under a domain, each with its site and what is amiss; none before they are known. */
export function useUnder(domainId: string) {
  const sites = useSites();
  return sites.data?.flatMap(({ site }) =>
    site.addresses
      .filter((a) => a.domainId === domainId)
      .map((address) => ({ site, address, trouble: site.troubles.find((t) => t.addressId === address.id) })),
  );
}
