import { useCallback, useLayoutEffect } from 'react';
import { useSearchParams } from 'react-router';

/** What the address was last asked to say, by whatever part of the page: there is one address. */
const asked: { current: URLSearchParams | undefined } = { current: undefined };

/**
 * The query of the address, and a way to set parts of it (null: taken out). The router catches up a moment later, so changes made in quick succession, such as
 * two keys, build on one another and not on what the address still says.
 */
export function useAddress(): readonly [URLSearchParams, (change: Readonly<Record<string, string | null>>) => void] {
  const [search, setSearch] = useSearchParams();
  useLayoutEffect(() => {
    asked.current = search;
  }, [search]);
  const change = useCallback(
    (parts: Readonly<Record<string, string | null>>) => {
      const next = new URLSearchParams(asked.current);
      for (const [name, value] of Object.entries(parts)) {
        if (value === null) next.delete(name);
        else next.set(name, value);
      }
      asked.current = next;
      setSearch(next, { replace: true });
    },
    [setSearch],
  );
  return [search, change];
}
