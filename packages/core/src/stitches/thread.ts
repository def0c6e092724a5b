import { nm, type Nm } from '../units/nm.ts';
import { stretchesOf, type Path } from './path.ts';

export interface ThreadTask {
  /** from the head */
  readonly stations: readonly Nm[];
  /** of each section, how far a hole goes through: its folios, and what is sewn along */
  readonly depths: readonly Nm[];
  readonly thread: Nm;
  readonly tail: Nm;
}

/** How much thread a book takes, as hands draw it; whole and by what it is for. */
export interface ThreadNeeded {
  readonly whole: Nm;
  /** along the folds, the way back of an end included */
  readonly along: Nm;
  readonly holes: Nm;
  /** from section to section, and under the thread of the one before */
  readonly links: Nm;
  readonly tails: Nm;
}

/**
 * Thread along a path: what lies along the folds, the depth of every hole that it goes through, two tails; from one section to the next their pitch P = 2·S·T + thread, and
 * twice that wherever it goes under the thread of the section before, or stands out as a loop for the next. For one fold this comes to 2·(last − first) + 2(n − 1)·S·T + two tails
 * (docs/binding.md). Lengths in nanometres.
 */
export function threadFor(path: Path, { stations, depths, thread, tail }: ThreadTask): ThreadNeeded {
  const pitch = (section: number): number => 2 * depths[section - 1]! + thread;
  let along = 0;
  let links = 0;
  for (const { from, to } of stretchesOf(path)) {
    along += Math.abs(stations[from.station - 1]! - stations[to.station - 1]!);
    if (from.section !== to.section) links += pitch(Math.min(from.section, to.section));
  }
  const caught = new Set(
    path.passes.flatMap((pass) => (pass.kind === 'under' ? [`${pass.section} ${pass.station}`] : [])),
  );
  let holes = 0;
  let before: Path['passes'][number] | undefined;
  for (const pass of path.passes) {
    if (pass.kind === 'through') {
      holes += depths[pass.section - 1]!;
      const loops =
        before?.kind === 'through' &&
        before.section === pass.section &&
        before.station === pass.station &&
        caught.has(`${pass.section} ${pass.station}`);
      if (loops) links += 2 * pitch(pass.section);
    } else links += 2 * pitch(pass.section);
    before = pass;
  }
  return {
    whole: nm(along + holes + links + 2 * tail),
    along: nm(along),
    holes: nm(holes),
    links: nm(links),
    tails: nm(2 * tail),
  };
}

/** Makers' rules of thumb for one section: so many heights of the book. */
export const THUMBS = [2, 2.5, 3] as const;
