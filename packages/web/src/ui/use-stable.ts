import { useCallback, useLayoutEffect, useRef, useState } from 'react';

/** One function for the component's life that always does what the newest one would: parts that are given it need not be drawn anew. */
export function useStable<A extends readonly unknown[], R>(newest: (...args: A) => R): (...args: A) => R {
  const latest = useRef(newest);
  useLayoutEffect(() => {
    latest.current = newest;
  });
  return useCallback((...args: A) => latest.current(...args), []);
}

/** The earlier object as long as all fields of the newer are the same; objects of one kind only. */
export function useUnchanged<T extends object | undefined>(newest: T): T {
  const [kept, setKept] = useState(newest);
  if (kept === newest || sameFields(kept, newest)) return kept;
  setKept(newest);
  return newest;
}

/** Whether two objects have the same fields with the same values. */
export function sameFields(one: object | undefined, other: object | undefined): boolean {
  if (!one || !other) return one === other;
  const [a, b] = [Object.entries(one), other as Readonly<Record<string, unknown>>];
  return a.length === Object.keys(b).length && a.every(([key, value]) => Object.is(b[key], value));
}
