import type { Segment } from '../geometry/line.ts';
import type { FoldRun } from './run.ts';
import { lastMoment } from './run.ts';

/** A line of the unfolded sheet. Valley and mountain are said of face A; `creased` was folded on the way and lies flat in the book. */
export interface PatternLine {
  readonly kind: 'valley' | 'mountain' | 'creased' | 'slit' | 'cut';
  /** in ticks, see LaidPaper */
  readonly segment: Segment;
}

/** What is left of a sheet beside its panels is cut off from this much on; less is what did not divide. */
const WASTE_NM = 100_000;

/** Every crease and cut of one sheet in a finished programme, collinear neighbours of one kind joined. */
export function creasePattern(run: FoldRun, sheet = 0): readonly PatternLine[] {
  const { hinges, bends } = lastMoment(run);
  const key = (p: number, q: number) => p * run.laid.panels.length + q;
  const everBent = new Set<number>();
  for (const moment of run.moments)
    moment.hinges.forEach(({ p, q }, i) => moment.bends[i] !== 0 && everBent.add(key(p, q)));
  const creases = hinges.flatMap(({ p, q, segment }, i): PatternLine[] => {
    if (run.laid.panels[p]!.sheet !== sheet) return [];
    if (bends[i] !== 0) return [{ kind: bends[i]! > 0 ? 'valley' : 'mountain', segment }];
    return everBent.has(key(p, q)) ? [{ kind: 'creased', segment }] : [];
  });
  const cuts = run.cuts.flatMap((cut, i): PatternLine[] =>
    cut.sheet === undefined || cut.sheet === sheet
      ? [{ kind: run.steps[run.cutSteps[i]!]!.kind === 'cut' ? 'cut' : 'slit', segment: cut.segment }]
      : [],
  );
  const { verticals, width, height } = run.laid.sheets[sheet]!;
  const end = verticals.at(-1)!;
  const off: readonly PatternLine[] =
    width - end > WASTE_NM * run.laid.scale
      ? [{ kind: 'cut', segment: { axis: 'vertical', at: end, from: 0, to: height } }]
      : [];
  return [...joinNeighbours(creases), ...cuts, ...off];
}

function joinNeighbours(lines: readonly PatternLine[]): readonly PatternLine[] {
  const sorted = [...lines].sort(
    (one, other) =>
      one.segment.axis.localeCompare(other.segment.axis) ||
      one.segment.at - other.segment.at ||
      one.kind.localeCompare(other.kind) ||
      one.segment.from - other.segment.from,
  );
  return sorted.reduce<PatternLine[]>((joined, line) => {
    const last = joined[joined.length - 1];
    if (
      last &&
      last.kind === line.kind &&
      last.segment.axis === line.segment.axis &&
      last.segment.at === line.segment.at &&
      last.segment.to === line.segment.from
    ) {
      joined[joined.length - 1] = { kind: line.kind, segment: { ...last.segment, to: line.segment.to } };
    } else {
      joined.push(line);
    }
    return joined;
  }, []);
}
