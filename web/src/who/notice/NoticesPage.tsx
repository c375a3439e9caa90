import { useMutation } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link } from 'react-router';
import { api, dataOf } from '../../common/api/client';
import { queries } from '../../common/api/queries';
import { useNotices } from '../../common/api/session';
import { Diamond, Empty, Loading } from '../../common/ui/Notice';
import { Trouble } from '../../common/ui/Trouble';
import { Time } from '../../common/ui/Words';

/** What one was told: what happened, what is unchanged, and what to do. */
export function NoticesPage() {
  const notices = useNotices();
  const latest = notices.data?.notices[0]?.id;
  const unread = notices.data?.unread ?? 0;
  const read = useMutation({
    mutationFn: (id: number) => dataOf(api.PUT('/api/notices/read', { body: { id } })),
  });
  const { mutate } = read;
  useEffect(
    // They are read once the page is left: until then one sees which are new.
    () => () => {
      if (latest !== undefined && unread > 0) {
        mutate(latest, { onSuccess: () => queries.invalidateQueries({ queryKey: ['notices'] }) });
      }
    },
    [latest, unread, mutate],
  );
  return (
    <>
      <main className="mx-auto max-w-[60rem] px-4 py-5">
        <h1 className="mb-1 text-xl">Notices</h1>
        <p className="mb-4">
          What you are told, and what of it by mail, is chosen on <Link to="/account">Your account</Link>.
        </p>
        <Trouble error={notices.error} />
        {notices.isPending && <Loading />}
        {notices.data?.notices.length === 0 && (
          <Empty title="Nothing to tell">
            <p>When a plan is carried out, a name stops working or a review is asked for, it stands here.</p>
          </Empty>
        )}
        <ul className="border-water border-t">
          {notices.data?.notices.map((notice) => (
            <li
              key={notice.id}
              className={`border-water border-b px-2 py-3 ${notice.read ? '' : 'bg-land/60'}`}
            >
              <p className="flex items-baseline gap-2">
                {!notice.read && <Diamond />}
                <strong className="font-medium">{notice.title}</strong>
                <span className="text-soft ml-auto">
                  {!notice.read && 'new, '}
                  <Time at={notice.at} short />
                </span>
              </p>
              <p className="[overflow-wrap:anywhere]">{notice.what}</p>
              {notice.unchanged !== '' && <p className="text-soft">{notice.unchanged}</p>}
              <p>
                <Link to={notice.place}>{notice.todo}</Link>
              </p>
            </li>
          ))}
        </ul>
      </main>
    </>
  );
}
