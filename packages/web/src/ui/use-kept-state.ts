import { useState } from 'react';

/**
 * State that outlasts its screen: of this window, until it is let go. For answers that took work to find, left halfway.
 *
 * @param key what it is of
 */
export function useKeptState<T>(
  key: string,
  first: T,
): readonly [T, (next: T | ((now: T) => T)) => void, { readonly letGo: () => void; readonly isKept: boolean }] {
  const at = `eight-up-kept ${key}`;
  const [value, setValue] = useState<T>(() => read(at) ?? first);
  const set = (next: T | ((now: T) => T)): void =>
    setValue((now) => {
      const settled = typeof next === 'function' ? (next as (now: T) => T)(now) : next;
      write(at, settled);
      return settled;
    });
  return [value, set, { letGo: () => sessionStorage.removeItem(at), isKept: sessionStorage.getItem(at) !== null }];
}

function read<T>(at: string): T | undefined {
  const kept = sessionStorage.getItem(at);
  return kept === null ? undefined : (JSON.parse(kept) as T);
}

function write(at: string, value: unknown): void {
  try {
    sessionStorage.setItem(at, JSON.stringify(value));
  } catch {
    // Without room it is kept as long as its screen is there.
  }
}
