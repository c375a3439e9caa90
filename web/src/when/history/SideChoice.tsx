import { useVersions } from '../../common/api/content';
import { useDestinations } from '../../common/api/hosting';
import { useThisSite } from '../../what/site/thisSite';
import { HOST } from './sides';

/** Which state of the site is one of the two. */
export function SideChoice({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (side: string) => void;
}) {
  const site = useThisSite();
  const versions = useVersions(site.id);
  const destinations = useDestinations(site.id);
  return (
    <label className="flex flex-col">
      <span className="text-soft text-[0.9rem]">{label}</span>
      <select
        value={value}
        onChange={(e) => {
          onChange(e.target.value);
        }}
        className="border-ink bg-paper max-w-60 border px-2 py-1"
      >
        <option value="draft">the draft</option>
        {versions.data?.map((version) => (
          <option key={version.number} value={version.number}>
            version {version.number}
            {version.name && `: ${version.name}`}
            {site.liveVersion === version.number && (site.live ? ' (live)' : ' (live last)')}
          </option>
        ))}
        {destinations.data
          ?.filter((destination) => destination.state === 'HOLDS' || destination.state === 'PARTLY')
          .map((destination) => (
            <option key={destination.id} value={HOST + destination.id}>
              what {destination.hostName} holds
            </option>
          ))}
      </select>
    </label>
  );
}
