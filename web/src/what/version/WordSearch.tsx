import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Button } from '../../common/ui/Button';
import { useThisSite } from '../site/thisSite';

/** Words that a lost page is remembered by, looked for in all versions. */
export function WordSearch({ words = '', busy = false }: { words?: string; busy?: boolean }) {
  const site = useThisSite();
  const navigate = useNavigate();
  const [typed, setTyped] = useState(words);
  return (
    <form
      role="search"
      className="mb-3 flex gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (typed.trim() !== '')
          void navigate(`/sites/${site.id}/what/versions/find?words=${encodeURIComponent(typed)}`);
      }}
    >
      <input
        type="search"
        aria-label="Find words in all versions"
        placeholder="Find words in all versions …"
        value={typed}
        onChange={(e) => {
          setTyped(e.target.value);
        }}
        className="border-ink bg-paper min-w-0 flex-1 border px-2 py-1"
      />
      <Button type="submit" busy={busy}>
        Find words
      </Button>
    </form>
  );
}
