import type { Nm } from '../units/nm.ts';

/** After how many panels, counted from the beginning, a strip may end: folds alternate through the joints, so this says on which side they lie. */
export type JointsAfter = 'odd' | 'even' | 'any';

/** What is to be cut into strips, and what a row of paper holds. Lengths in nanometres. */
export interface StripTask {
  readonly panels: number;
  readonly panelWidth: Nm;
  /** what every strip but the last carries besides, to be glued under the next; 0: butted */
  readonly tab: Nm;
  /** the last strip carries one too: an endpaper follows */
  readonly tabAtEnd: boolean;
  readonly jointsAfter: JointsAfter;
  /** along the book, of the paper that is worked */
  readonly rowLength: Nm;
  /** lost between two strips of one row */
  readonly gap: Nm;
}

/** Panels of the strips of one book, from its beginning. */
export type Strips = readonly number[];

/** What the last strip carries besides its panels. */
export const lastTabOf = ({ tab, tabAtEnd }: StripTask): number => (tabAtEnd ? tab : 0);

/** How many panels a strip can have. */
export interface StripLimits {
  /** of a strip that another follows, at its end a tab */
  readonly first: number;
  readonly between: number;
  /** of the last strip, mostly without a tab */
  readonly last: number;
}

const withParity = (most: number, parity: JointsAfter): number =>
  parity === 'any' ? most : most - ((most % 2 === 1) === (parity === 'odd') ? 0 : 1);

/** A strip between two joints has an even number of panels wherever the side of the joints matters: both of its ends lie on one side. */
export function stripLimits(task: StripTask): StripLimits {
  const { panelWidth, tab, rowLength, jointsAfter } = task;
  const tabbed = Math.floor((rowLength - tab) / panelWidth);
  return {
    first: withParity(tabbed, jointsAfter),
    between: withParity(tabbed, jointsAfter === 'any' ? 'any' : 'even'),
    last: Math.floor((rowLength - lastTabOf(task)) / panelWidth),
  };
}

/** The fewest strips that a book can be made of; undefined: it cannot. */
export function fewestStrips({ panels }: StripTask, { first, between, last }: StripLimits): number | undefined {
  if (panels <= last) return 1;
  if (first < 1 || last < 1) return undefined;
  if (panels <= first + last) return 2;
  return between < 1 ? undefined : 2 + Math.ceil((panels - first - last) / between);
}

/** Lengths within reach of a parity, between two bounds. */
function within(from: number, to: number, parity: JointsAfter): readonly number[] {
  const all = Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => from + i);
  return parity === 'any' ? all : all.filter((k) => (k % 2 === 1) === (parity === 'odd'));
}

/** So many strips with so many panels together, each between two bounds and even where `parity` says so, as alike as can be; the longer first. */
function alike(count: number, sum: number, from: number, to: number, parity: JointsAfter): Strips | undefined {
  if (count === 0) return sum === 0 ? [] : undefined;
  const step = parity === 'any' ? 1 : 2;
  const [least, most] = [from + (from % step), to - (to % step)];
  if (sum % step !== 0 || count * least > sum || count * most < sum) return undefined;
  const base = Math.floor(sum / count / step) * step;
  const longer = (sum - count * base) / step;
  return Array.from({ length: count }, (_, i) => (i < longer ? base + step : base));
}

export const spreadOf = (strips: Strips): number => Math.max(...strips) - Math.min(...strips);

/**
 * All ways of making a book of so many strips that differ in their first or their last, those between as alike as can be; with `spread` only those
 * whose lengths differ by no more.
 */
export function* stripsOf(task: StripTask, limits: StripLimits, count: number, spread = Infinity): Generator<Strips> {
  const { panels, jointsAfter } = task;
  if (count === 1) {
    if (panels <= limits.last) yield [panels];
    return;
  }
  const mean = panels / count;
  // The shortest is no longer than the mean, the longest no shorter.
  const [from, to] = [Math.max(1, Math.ceil(mean - spread)), Math.min(panels, Math.floor(mean + spread))];
  for (const first of within(from, Math.min(limits.first, to), jointsAfter))
    for (let last = from; last <= Math.min(limits.last, to); last++) {
      const rest = panels - first - last;
      const between = alike(count - 2, rest, 1, limits.between, jointsAfter === 'any' ? 'any' : 'even');
      if (!between) continue;
      const strips = [first, ...between, last];
      if (spreadOf(strips) <= spread) yield strips;
    }
}

/** The most strips that a book can be made of: the first and those between as short as their parity allows. */
export const mostStrips = ({ panels, jointsAfter }: StripTask): number => {
  const [first, between] = [jointsAfter === 'even' ? 2 : 1, jointsAfter === 'any' ? 1 : 2];
  return panels < first + 1 ? 1 : 2 + Math.floor((panels - first - 1) / between);
};

/** The least difference between the longest and the shortest of so many strips, with strips that have it; undefined: there are none. */
export function mostAlike(task: StripTask, limits: StripLimits, count: number): Strips | undefined {
  for (let spread = 0; spread <= task.panels; spread++)
    for (const strips of stripsOf(task, limits, count, spread)) return strips;
  return undefined;
}
