import { usePages } from '../../common/api/content';

const MOST = 1000;

/** The pages of the draft, for a field to choose from. */
export function PageList({ siteId, id }: { siteId: string; id: string }) {
  const pages = usePages(siteId);
  return (
    <datalist id={id}>
      {pages.data?.slice(0, MOST).map((page) => (
        <option key={page.path} value={page.path}>
          {page.title}
        </option>
      ))}
    </datalist>
  );
}
