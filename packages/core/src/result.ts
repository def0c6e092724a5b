/** An expected outcome: a value, or a problem that the caller words for the maker. Never thrown. */
export type Result<T, P> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: P };

export const ok = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });

export const fail = <P>(problem: P): { readonly ok: false; readonly problem: P } => ({ ok: false, problem });

/** For impossible states only (a broken invariant of ours), never for a maker's input. */
export function invariant(condition: unknown, message: string): asserts condition {
  if (!condition) throw new Error(`invariant broken: ${message}`);
}

/** Reads an element that the surrounding code guarantees to exist. */
export function at<T>(list: ArrayLike<T>, index: number): T {
  const value = list[index];
  invariant(value !== undefined, `no element ${index} of ${list.length}`);
  return value;
}
