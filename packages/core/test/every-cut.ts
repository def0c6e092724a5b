import type { Parent, WantedPiece } from '../src/cutting/parent.ts';

/** Every choice of pieces that a rectangle gives, no more of each than wanted, by trying every cut at every whole millimetre. */
export function choices(
  width: number,
  height: number,
  sizes: readonly (readonly [number, number, number])[],
  most: readonly number[],
  longest = Infinity,
): ReadonlySet<string> {
  const known = new Map<string, Set<string>>();
  // The trimmer reaches; or the sheet is too large for it either way, and rule and knife break it down from side to side.
  const byKnife = Math.min(width, height) > longest;
  const canCut = (length: number, side: number) => length <= longest || (byKnife && length === side);
  const from = (w: number, h: number): Set<string> => {
    const key = `${w} ${h}`;
    const before = known.get(key);
    if (before) return before;
    const found = new Set([most.map(() => 0).join()]);
    known.set(key, found);
    for (const [a, b, kind] of sizes)
      if (a === w && b === h && most[kind]! > 0) found.add(most.map((_, i) => Number(i === kind)).join());
    const both = (one: Set<string>, other: Set<string>) => {
      for (const p of one)
        for (const q of other) {
          const sum = p.split(',').map((n, i) => Number(n) + Number(q.split(',')[i]));
          if (sum.every((n, i) => n <= most[i]!)) found.add(sum.join());
        }
    };
    if (canCut(h, height)) for (let x = 1; 2 * x <= w; x++) both(from(x, h), from(w - x, h));
    if (canCut(w, width)) for (let y = 1; 2 * y <= h; y++) both(from(w, y), from(w, h - y));
    return found;
  };
  return from(width, height);
}

/** Sizes in millimetres as they may lie on a parent so that their grain is right, with the place of each piece in the list. */
export const waysToLie = (from: Parent, wanted: readonly WantedPiece[]) =>
  wanted.flatMap((one, kind) => {
    const [w, h] = [one.width / 1e6, one.height / 1e6];
    const free = one.grain === 'any' || from.fibre === 'any';
    const asIs = free || one.grain === from.fibre || w === h;
    return [...(asIs ? [[w, h, kind] as const] : []), ...(free || !asIs ? [[h, w, kind] as const] : [])];
  });
