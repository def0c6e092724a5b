import type { Browser } from '../../e2e/browser.ts';

/** What counts: scripting, style and layout, by the names the browser's trace gives them. */
const COUNTED = new Set([
  'EventDispatch',
  'FunctionCall',
  'EvaluateScript',
  'RunMicrotasks',
  'TimerFire',
  'FireAnimationFrame',
  'UpdateLayoutTree',
  'Layout',
]);

export interface TraceEvent {
  readonly name: string;
  readonly ph: string;
  readonly ts: number;
  readonly dur?: number;
  /** of that, what the thread itself ran: the rest others had the processor (pages are painted in software here) */
  readonly tdur?: number;
  readonly tid: number;
  readonly pid: number;
  readonly args: { readonly data?: { readonly type?: string } };
}

/** Length of the union of intervals: nested events count once. */
function together(intervals: readonly (readonly [number, number])[]): number {
  let [sum, end] = [0, -Infinity];
  for (const [from, to] of [...intervals].sort((a, b) => a[0] - b[0])) {
    sum += Math.max(0, to - Math.max(from, end));
    end = Math.max(end, to);
  }
  return sum;
}

/** Everything traced of the page so far. */
export async function tracedEvents({ driver }: Browser): Promise<readonly TraceEvent[]> {
  const entries = await driver.manage().logs().get('performance');
  return entries
    .map(({ message }) => (JSON.parse(message) as { message: { method: string; params: TraceEvent } }).message)
    .filter(({ method }) => method === 'Tracing.dataCollected')
    .map(({ params }) => params);
}

/** Events that some input set off, in order. */
export const dispatched = (events: readonly TraceEvent[], type: string): readonly TraceEvent[] =>
  events
    .filter(({ name, args }) => name === 'EventDispatch' && args.data?.type === type)
    .sort((one, other) => one.ts - other.ts);

/** Work that the thread itself did, nested events counted once. */
function ownWork(events: readonly TraceEvent[]): number {
  let [sum, end] = [0, -Infinity];
  for (const { ts, dur, tdur } of [...events].sort((a, b) => a.ts - b.ts)) {
    if (ts < end) continue;
    sum += tdur ?? dur!;
    end = ts + dur!;
  }
  return sum;
}

/**
 * Milliseconds of script, style and layout on the page's main thread from each of these events to the next: by the clock on the wall, or as the
 * thread's own work.
 */
export function spentFrom(
  events: readonly TraceEvent[],
  starts: readonly TraceEvent[],
  how: 'wall' | 'own' = 'wall',
): readonly number[] {
  const { tid, pid } = starts[0]!;
  const busy = events.filter((event) => event.tid === tid && event.pid === pid && event.dur && COUNTED.has(event.name));
  return starts.map(({ ts: from }, i) => {
    const to = starts[i + 1]?.ts ?? from + 120_000;
    const here = busy.filter(({ ts }) => ts >= from && ts < to);
    return (how === 'own' ? ownWork(here) : together(here.map(({ ts, dur }) => [ts, ts + dur!] as const))) / 1000;
  });
}

/** Milliseconds of the longest unbroken work that the main thread itself did between each of these events and the next. */
export function blocksFrom(events: readonly TraceEvent[], starts: readonly TraceEvent[]): readonly number[] {
  const { tid, pid } = starts[0]!;
  const busy = events.filter((event) => event.tid === tid && event.pid === pid && event.dur && COUNTED.has(event.name));
  return starts.map(({ ts: from }, i) => {
    const to = starts[i + 1]?.ts ?? Infinity;
    return Math.max(0, ...busy.filter(({ ts }) => ts >= from && ts < to).map(({ dur, tdur }) => tdur ?? dur!)) / 1000;
  });
}

/** Milliseconds of the thread's own work in each animation frame from an event on. */
export const frameWork = (events: readonly TraceEvent[], { ts: from, tid, pid }: TraceEvent): readonly number[] =>
  events
    .filter(
      (event) => event.name === 'FireAnimationFrame' && event.tid === tid && event.pid === pid && event.ts >= from,
    )
    .map(({ tdur, dur }) => (tdur ?? dur ?? 0) / 1000);
