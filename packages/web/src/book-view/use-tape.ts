import { useCallback, useEffect, useRef, useState } from 'react';

const reducedMotion = () => window.matchMedia('(prefers-reduced-motion: reduce)').matches;

/** A position on the rehearsal's tape that glides to where it is sent; at once where motion is unwelcome. */
export function useTape(start: number, end: number, perSecond = 0.9) {
  const [position, setPosition] = useState(start);
  const target = useRef(start);
  const frame = useRef(0);
  const here = useRef(start);
  const put = useCallback((value: number) => {
    here.current = value;
    setPosition(value);
  }, []);

  const glideTo = useCallback(
    (wanted: number) => {
      target.current = Math.min(Math.max(wanted, 0), end);
      cancelAnimationFrame(frame.current);
      if (reducedMotion()) {
        put(target.current);
        return;
      }
      let last: number | undefined;
      const tick = (now: number) => {
        const passed = last === undefined ? 0 : Math.min(now - last, 50) / 1000;
        last = now;
        const left = target.current - here.current;
        // Far targets are reached quickly; the last step is shown at its own pace.
        const stride = passed * perSecond * Math.max(1, Math.abs(left));
        if (Math.abs(left) <= stride) {
          put(target.current);
          return;
        }
        put(here.current + Math.sign(left) * stride);
        frame.current = requestAnimationFrame(tick);
      };
      frame.current = requestAnimationFrame(tick);
    },
    [end, perSecond, put],
  );

  const jumpTo = useCallback(
    (wanted: number) => {
      cancelAnimationFrame(frame.current);
      target.current = Math.min(Math.max(wanted, 0), end);
      put(target.current);
    },
    [end, put],
  );

  useEffect(() => () => cancelAnimationFrame(frame.current), []);
  return { position, glideTo, jumpTo, target };
}
