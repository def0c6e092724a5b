import { useEffect, useRef, useState } from 'react';
import { NavigationType, useNavigationType, useSearchParams } from 'react-router';

/** The address follows the choice once the keys rest. */
const REST_MS = 300;

/**
 * The chosen page, 0-based, mirrored in the address. The address follows a moment later, so quick keys must not read
 * it: the state leads, and the address leads only when a link or the browser's history brought us here.
 */
export function useChosenPage(count: number): readonly [number | undefined, (page: number | undefined) => void] {
  const [search, setSearch] = useSearchParams();
  const cameBy = useNavigationType();
  const asked = Number(search.get('page'));
  const [chosen, setChosen] = useState<number | undefined>(asked >= 1 ? asked - 1 : undefined);
  const resting = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    if (cameBy !== NavigationType.Replace && asked >= 1) setChosen(asked - 1);
  }, [asked, cameBy]);
  useEffect(() => () => clearTimeout(resting.current), []);
  const choose = (page: number | undefined) => {
    setChosen(page);
    clearTimeout(resting.current);
    const here = window.location.pathname;
    resting.current = setTimeout(() => {
      // Who has left meanwhile is not fetched back, even while the next stage is still being drawn.
      if (window.location.pathname === here)
        setSearch(page === undefined ? {} : { page: String(page + 1) }, { replace: true });
    }, REST_MS);
  };
  return [chosen !== undefined && chosen < count ? chosen : undefined, choose];
}
