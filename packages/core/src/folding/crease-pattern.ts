import type { Segment } from '../geometry/line.ts';
import type { FoldRun } from './run.ts';
import { lastMoment } from './run.ts';

/** A line of the unfolded sheet. Valley and mountain are said of face A; `creased` was folded on the way and lies flat in the book. */
export interface PatternLine {
  readonly kind: 'valley' | 'mountain' | 'creased' | 'slit' | 'cut';
  /** in ticks, see FoldSheet */
  readonly segment: Segment;
}

/** Every crease and cut of a finished programme, collinear neighbours of one kind joined; of a stack those of one sheet, since all are alike. */
export function creasePattern(run: FoldRun): readonly PatternLine[] {
  const { hinges, bends } = lastMoment(run);
  const key = (p: number, q: number) => p * run.sheet.panels.length + q;
  const everBent = new Set<number>();
  for (const moment of run.moments)
    moment.hinges.forEach(({ p, q }, i) => moment.bends[i] !== 0 && everBent.add(key(p, q)));
  const creases = hinges.flatMap(({ p, q, segment }, i): PatternLine[] => {
    if (run.sheet.panels[p]!.sheet > 0) return [];
    if (bends[i] !== 0) return [{ kind: bends[i]! > 0 ? 'valley' : 'mountain', segment }];
    return everBent.has(key(p, q)) ? [{ kind: 'creased', segment }] : [];
  });
  const cuts = run.slits.map((segment, i): PatternLine => ({
    kind: run.programme[run.slitSteps[i]!]!.kind === 'cut' ? 'cut' : 'slit',
    segment,
  }));
  return [...joinNeighbours(creases), ...cuts];
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
