import { sidesAfter, stretchesOf, FOLD_SIDES, type FoldSide, type Hole, type Path } from './path.ts';

/**
 * What thread along a fold is to do at every gap between two stations: lie on both sides once, on either, or inside only (where outside it links sections).
 */
export type Covered = 'both-sides' | 'one-side' | 'inside';

/** What a path is checked against. */
export interface PathTask {
  readonly stations: number;
  readonly sections: number;
  readonly covered: Covered;
}

/** Why a path does not hold a book, or not as it promises. Stations and sections from 1; gaps by the station at their head; passes from 0. */
export type PathProblem =
  | { readonly code: 'path-empty' }
  | { readonly code: 'path-no-such-station'; readonly pass: number; readonly hole: Hole }
  | { readonly code: 'path-leaves-out'; readonly hole: Hole }
  /** thread ends inside and outside: nothing to tie */
  | { readonly code: 'path-ends-apart'; readonly begins: FoldSide; readonly ends: FoldSide }
  | { readonly code: 'path-gap-bare'; readonly section: number; readonly gap: number; readonly side: FoldSide | 'both' }
  | { readonly code: 'path-gap-doubled'; readonly section: number; readonly gap: number; readonly side: FoldSide }
  /** back through the hole that it came through, with nothing between to hold it: pulled, it is out again */
  | { readonly code: 'path-falls-out'; readonly pass: number; readonly hole: Hole }
  /** both ends come through one hole with no long stitch over it: the knot slips through */
  | { readonly code: 'path-knot-slips'; readonly hole: Hole }
  /** at a station where a section is not held to the one before it */
  | { readonly code: 'path-not-linked'; readonly hole: Hole }
  /** under thread that is not there, or from inside */
  | { readonly code: 'path-under-nothing'; readonly pass: number; readonly hole: Hole };

/**
 * All that is wrong with a path, in order of passes and stations. Derivation: docs/binding.md; a path is a word in the holes, and what falls out is what
 * cancels when neighbouring equal letters are struck out, thread caught meanwhile being no neighbour.
 */
export function pathProblems(path: Path, task: PathTask): readonly PathProblem[] {
  if (path.passes.length === 0) return [{ code: 'path-empty' }];
  const beyond = path.passes.flatMap((pass, i): readonly PathProblem[] =>
    isHole(pass, task) ? [] : [{ code: 'path-no-such-station', pass: i, hole: holeOf(pass) }],
  );
  if (beyond.length > 0) return beyond;
  return [
    ...leftOut(path, task),
    ...fallsOut(path),
    ...underNothing(path),
    ...endsApart(path),
    ...knotSlips(path),
    ...gaps(path, task),
    ...notLinked(path, task),
  ];
}

const holeOf = ({ section, station }: Hole): Hole => ({ section, station });
const keyOf = ({ section, station }: Hole): string => `${section} ${station}`;
const same = (one: Hole, other: Hole): boolean => one.section === other.section && one.station === other.station;

const isHole = ({ section, station }: Hole, { sections, stations }: PathTask): boolean =>
  Number.isInteger(section) &&
  Number.isInteger(station) &&
  section >= 1 &&
  section <= sections &&
  station >= 1 &&
  station <= stations;

const eachHole = ({ sections, stations }: PathTask): readonly Hole[] =>
  Array.from({ length: sections * stations }, (_, i) => ({
    section: Math.floor(i / stations) + 1,
    station: (i % stations) + 1,
  }));

function leftOut({ passes }: Path, task: PathTask): readonly PathProblem[] {
  const used = new Set(passes.filter(({ kind }) => kind === 'through').map(keyOf));
  return eachHole(task).flatMap((hole) => (used.has(keyOf(hole)) ? [] : [{ code: 'path-leaves-out', hole }]));
}

function fallsOut({ passes }: Path): readonly PathProblem[] {
  const lastCatch = new Map<string, number>();
  passes.forEach((pass, i) => {
    if (pass.kind === 'under') lastCatch.set(keyOf(pass), i);
  });
  const problems: PathProblem[] = [];
  const held: number[] = [];
  passes.forEach((pass, i) => {
    const before = passes[held.at(-1) ?? -1];
    // A loop stays where thread goes under it later.
    const caught = (lastCatch.get(keyOf(pass)) ?? -1) > i;
    if (pass.kind === 'through' && before?.kind === 'through' && same(before, pass) && !caught) {
      problems.push({ code: 'path-falls-out', pass: i, hole: holeOf(pass) });
      held.pop();
    } else held.push(i);
  });
  return problems;
}

function underNothing(path: Path): readonly PathProblem[] {
  const sides = sidesAfter(path);
  const lies = new Set<string>();
  return path.passes.flatMap((pass, i): readonly PathProblem[] => {
    if (pass.kind === 'through') lies.add(keyOf(pass));
    else if (!lies.has(keyOf(pass)) || sides[i] !== 'outside')
      return [{ code: 'path-under-nothing', pass: i, hole: holeOf(pass) }];
    return [];
  });
}

function endsApart(path: Path): readonly PathProblem[] {
  const ends = sidesAfter(path).at(-1)!;
  return ends === path.begins ? [] : [{ code: 'path-ends-apart', begins: path.begins, ends }];
}

function knotSlips(path: Path): readonly PathProblem[] {
  const holes = path.passes.filter(({ kind }) => kind === 'through');
  const [first, last] = [holes[0]!, holes.at(-1)!];
  if (holes.length < 2 || !same(first, last) || endsApart(path).length > 0) return [];
  const over = stretchesOf(path).some(
    ({ side, from, to }) =>
      side === path.begins &&
      from.section === first.section &&
      to.section === first.section &&
      Math.min(from.station, to.station) < first.station &&
      Math.max(from.station, to.station) > first.station,
  );
  return over ? [] : [{ code: 'path-knot-slips', hole: holeOf(first) }];
}

function gaps(path: Path, { sections, stations, covered }: PathTask): readonly PathProblem[] {
  const times: Readonly<Record<FoldSide, number[]>> = {
    inside: new Array<number>(sections * stations).fill(0),
    outside: new Array<number>(sections * stations).fill(0),
  };
  for (const { side, from, to } of stretchesOf(path)) {
    if (from.section !== to.section) continue;
    const last = Math.max(from.station, to.station);
    for (let gap = Math.min(from.station, to.station); gap < last; gap++)
      times[side][(from.section - 1) * stations + gap]!++;
  }
  const problems: PathProblem[] = [];
  for (let section = 1; section <= sections; section++)
    for (let gap = 1; gap < stations; gap++) {
      const at = (section - 1) * stations + gap;
      const bare = FOLD_SIDES.filter((side) => times[side][at] === 0);
      const doubled = FOLD_SIDES.filter((side) => times[side][at]! > 1);
      if (covered === 'both-sides' || covered === 'inside')
        bare
          .filter((side) => covered === 'both-sides' || side === 'inside')
          .forEach((side) => problems.push({ code: 'path-gap-bare', section, gap, side }));
      else if (bare.length === 2) problems.push({ code: 'path-gap-bare', section, gap, side: 'both' });
      doubled.forEach((side) => problems.push({ code: 'path-gap-doubled', section, gap, side }));
    }
  return problems;
}

/** A section hangs at a station on the one before it by thread that comes from there, or goes under what lies there. */
function notLinked(path: Path, task: PathTask): readonly PathProblem[] {
  if (task.sections < 2) return [];
  const linked = new Set<string>();
  for (const { side, from, to } of stretchesOf(path)) {
    if (side !== 'outside' || from.station !== to.station || Math.abs(from.section - to.section) !== 1) continue;
    linked.add(keyOf({ section: Math.max(from.section, to.section), station: to.station }));
  }
  let here: Hole | undefined;
  for (const pass of path.passes) {
    if (pass.kind === 'through') here = pass;
    else if (here && here.station === pass.station && here.section === pass.section + 1) linked.add(keyOf(here));
  }
  return eachHole(task).flatMap((hole) =>
    hole.section === 1 || linked.has(keyOf(hole)) ? [] : [{ code: 'path-not-linked', hole }],
  );
}
