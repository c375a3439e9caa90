import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useLocation } from 'react-router';
import { api, dataOf } from '../../common/api/client';

const EVERY = 15_000;

/** This page, as the harbor knows it while it is open. */
const page = Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) =>
  byte.toString(16).padStart(2, '0'),
).join('');

/** Where one is in a site, as the others read it. */
function placeOf(pathname: string) {
  const [, , , question = '', part = ''] = pathname.split('/');
  const words = question.charAt(0).toUpperCase() + question.slice(1);
  return part === '' ? words : `${words}, ${part}`;
}

/** Who else has this site open, and what of it; tells them of this page, too. */
export function Others({ siteId }: { siteId: string }) {
  const { pathname } = useLocation();
  const place = placeOf(pathname);
  const at = { params: { path: { siteId, page } } };
  const others = useQuery({
    queryKey: ['presence', siteId, place],
    queryFn: () => dataOf(api.PUT('/api/sites/{siteId}/presence/{page}', { ...at, body: { place } })),
    refetchInterval: EVERY,
    // A page that is not in sight is not there.
    refetchIntervalInBackground: false,
    retry: false,
    placeholderData: (before) => before,
  });
  useEffect(
    () => () => {
      void api.DELETE('/api/sites/{siteId}/presence/{page}', { params: { path: { siteId, page } } });
    },
    [siteId],
  );
  if (!others.data || others.data.length === 0) return null;
  return (
    <span
      className="text-soft ml-auto self-center pb-1 text-[0.93rem]"
      title={others.data.map((other) => `${other.who}: ${other.place}`).join('\n')}
    >
      {others.data.length === 1
        ? `${others.data[0]?.who ?? ''} is here: ${others.data[0]?.place ?? ''}`
        : `${others.data
            .slice(0, 2)
            .map((other) => other.who)
            .join(
              ', ',
            )}${others.data.length > 2 ? ` and ${String(others.data.length - 2)} more` : ''} are here`}
    </span>
  );
}
