/** `--quick`: each measure once and of the smallest size. That it runs is asked then, not how long it takes. */
export const QUICK = process.argv.includes('--quick');
/** Handed on to a process of its own. */
export const QUICKLY: readonly string[] = QUICK ? ['--quick'] : [];
/** A size, or how often, of the whole bench and of the quick one. */
export const sized = <T>(whole: T, quick: T): T => (QUICK ? quick : whole);

/** A figure and the limit it must keep; measured when it is told, or already. */
export interface Figure {
  readonly name: string;
  readonly value: number | (() => number | Promise<number>);
  readonly unit: 'ms' | 'MB' | 'kB' | '×' | '%' | 'of';
  readonly limit: number;
}

/** What a measure gives, one after another where each takes a while. */
export type Figures = Iterable<Figure> | AsyncIterable<Figure>;

const sorted = (values: readonly number[]) => [...values].sort((a, b) => a - b);
/** The value below which this share of all lie. */
export const atShare = (values: readonly number[], share: number): number =>
  sorted(values)[Math.min(values.length - 1, Math.floor(values.length * share))]!;
export const median = (values: readonly number[]): number => atShare(values, 0.5);

/** Milliseconds a call takes, warm: the median of many. */
export function medianMs(call: (round: number) => unknown, rounds = 60, warm = 25): number {
  const before = sized(warm, 0);
  for (let i = 0; i < before; i++) call(i);
  return median(
    Array.from({ length: sized(rounds, 1) }, (_, i) => {
      const began = performance.now();
      call(before + i);
      return performance.now() - began;
    }),
  );
}

/** A loop of plain arithmetic: how fast this machine is just now. */
export function calibrationMs(): number {
  return medianMs(
    () => {
      let x = 1;
      for (let i = 0; i < 2_000_000; i++) x = (Math.imul(x, 1_664_525) + 1_013_904_223) | 0;
      return x;
    },
    15,
    3,
  );
}
