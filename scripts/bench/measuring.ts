/** A measured figure and the limit it must keep. */
export interface Figure {
  readonly name: string;
  readonly value: number;
  readonly unit: 'ms' | 'MB' | 'kB' | '×' | '%' | 'of';
  readonly limit: number;
}

const sorted = (values: readonly number[]) => [...values].sort((a, b) => a - b);
/** The value below which this share of all lie. */
export const atShare = (values: readonly number[], share: number): number =>
  sorted(values)[Math.min(values.length - 1, Math.floor(values.length * share))]!;
export const median = (values: readonly number[]): number => atShare(values, 0.5);

/** Milliseconds a call takes, warm: the median of many. */
export function medianMs(call: (round: number) => unknown, rounds = 60, warm = 25): number {
  for (let i = 0; i < warm; i++) call(i);
  return median(
    Array.from({ length: rounds }, (_, i) => {
      const began = performance.now();
      call(warm + i);
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

export function report(figures: readonly Figure[], calibration: number): boolean {
  console.log(`calibration loop ${calibration.toFixed(2)} ms`);
  let kept = true;
  for (const { name, value, unit, limit } of figures) {
    const within = value <= limit;
    kept &&= within;
    const ratio = unit === 'ms' ? `  (${(value / calibration).toFixed(2)} × calibration)` : '';
    console.log(
      `${within ? 'ok  ' : 'OVER'}  ${name}: ${value.toFixed(unit === 'ms' || unit === '×' ? 2 : 0)} ${unit}, limit ${limit} ${unit}${ratio}`,
    );
  }
  return kept;
}
