import { useLayoutEffect, useState, type RefObject } from 'react';

/** Wide enough for anything until it is measured. */
const UNKNOWN = 900;

/** How wide an element is, in pixels, as long as it is shown. */
export function useWidth(element: RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(UNKNOWN);
  useLayoutEffect(() => {
    const shown = element.current;
    if (!shown || typeof ResizeObserver === 'undefined') return;
    const measure = () => setWidth(Math.floor(shown.clientWidth));
    measure();
    const watching = new ResizeObserver(measure);
    watching.observe(shown);
    return () => watching.disconnect();
  }, [element]);
  return width;
}
