import { fail, ok, type Result } from '../result.ts';
import { mm, nm, type Nm } from '../units/nm.ts';
import { parseStitch, type ChoiceProblem, type StitchChoice } from './choice.ts';
import { pathProblems, type Covered, type PathProblem } from './check-path.ts';
import { throughOneFold, type FoldSide, type Path } from './path.ts';
import { stationsOn, type StationsProblem } from './stations.ts';
import type { Stitch } from './stitch.ts';
import { threadFor, type ThreadNeeded } from './thread.ts';

/** A path of the maker's own, through one fold, in place of the stitch's. */
export interface OwnPath {
  readonly begins: FoldSide;
  readonly stations: readonly number[];
  /** what it is checked for */
  readonly covered: Exclude<Covered, 'inside'>;
}

/** What is sewn or stapled with. */
export interface SewingTools {
  /** thick, and what is left hanging at either end */
  readonly thread: Nm;
  readonly tail: Nm;
  /** as wide as the awl makes it */
  readonly hole: Nm;
  /** the longest leg that the stapler takes, and how far it reaches */
  readonly leg: Nm;
  readonly reach: Nm;
}

/** The folded paper that is to be held: its fold from head to tail, as it is pierced, and what is trimmed off it later. */
export interface BlockToSew {
  readonly height: Nm;
  readonly trimHead: Nm;
  readonly trimTail: Nm;
  /** from the fold to the fore-edge, as it is stapled */
  readonly leaf: Nm;
  /** folios of each section, from the front; none: there is no fold to sew through */
  readonly sections: readonly number[];
  /** thickness of one sheet */
  readonly sheet: Nm;
}

export type StitchProblem =
  | ChoiceProblem
  | { readonly code: 'no-fold-to-sew'; readonly stitch: string }
  | { readonly code: 'stitch-for-one-section'; readonly stitch: string; readonly sections: number }
  | { readonly code: 'stitch-for-several-sections'; readonly stitch: string }
  | StationsProblem
  | PathProblem
  | { readonly code: 'thread-thicker-than-hole'; readonly thread: Nm; readonly hole: Nm }
  /** the block is too thick for the stapler */
  | { readonly code: 'leg-too-short'; readonly needed: Nm; readonly longest: Nm }
  | { readonly code: 'leaf-beyond-reach'; readonly leaf: Nm; readonly reach: Nm }
  /** two staples whose backs lie on one another */
  | { readonly code: 'staples-overlap'; readonly apart: Nm; readonly crown: Nm };

/** How a block is held: where, which way, with how much; and whatever is wrong with it, all of it at once. */
export interface Sewing {
  readonly stitch: Stitch;
  readonly parameters: Readonly<Record<string, unknown>>;
  /** from the head of the fold as it is pierced */
  readonly stations: readonly Nm[];
  readonly path: Path | undefined;
  readonly isOwn: boolean;
  readonly thread: ThreadNeeded | undefined;
  readonly staples: Staples | undefined;
  readonly problems: readonly StitchProblem[];
}

export interface Staples {
  readonly count: number;
  /** as long as it must be, at least */
  readonly leg: Nm;
  /** where the two legs of each go in, from the head */
  readonly legs: readonly (readonly [Nm, Nm])[];
}

/** What goes beyond the paper so that a leg can be closed over (usual). */
const CLOSED_OVER = mm(3);

/** A stitch on a block; refused where it cannot be laid out at all. */
export function sewingOf(
  block: BlockToSew,
  choice: StitchChoice,
  tools: SewingTools,
  own: OwnPath | null = null,
): Result<Sewing, StitchProblem> {
  const parsed = parseStitch(choice);
  if (!parsed.ok) return parsed;
  const { stitch, parameters } = parsed.value;
  const sections = block.sections.length;
  const { fastener, holds } = stitch;
  if (holds !== 'anything' && sections === 0) return fail({ code: 'no-fold-to-sew', stitch: stitch.id });
  const wrongSections: readonly StitchProblem[] =
    holds === 'one-section' && sections > 1
      ? [{ code: 'stitch-for-one-section', stitch: stitch.id, sections }]
      : holds === 'several-sections' && sections < 2
        ? [{ code: 'stitch-for-several-sections', stitch: stitch.id }]
        : [];
  if (wrongSections.length > 0) return fail(wrongSections[0]!);
  const asked = stitch.stations(parameters);
  const finished = nm(block.height - block.trimHead - block.trimTail);
  const placed = asked ? stationsOn(finished, asked) : ok([]);
  if (!placed.ok) return placed;
  const stations = placed.value.map((place) => nm(place + block.trimHead));
  const isOwn = own !== null && fastener === 'thread' && sections === 1;
  const path = isOwn ? throughOneFold(own.begins, own.stations) : stitch.path?.(parameters, sections);
  const covered = isOwn ? own.covered : stitch.covered;
  const broken = path ? pathProblems(path, { stations: stations.length, sections, covered }) : [];
  const walks =
    path !== undefined && !broken.some(({ code }) => code === 'path-empty' || code === 'path-no-such-station');
  const along = nm(Number(parameters['along'] ?? 0));
  const staples = fastener === 'staples' ? staplesFor(block, stations, parameters, along) : undefined;
  return ok({
    stitch,
    parameters,
    stations,
    path,
    isOwn,
    thread: walks
      ? threadFor(path, {
          stations,
          depths: block.sections.map((folios) => nm(folios * block.sheet + along)),
          ...tools,
        })
      : undefined,
    staples,
    problems: [
      ...broken,
      ...(fastener === 'thread' && tools.thread > tools.hole
        ? [{ code: 'thread-thicker-than-hole' as const, thread: tools.thread, hole: tools.hole }]
        : []),
      ...(staples ? staplerProblems(block, staples, tools) : []),
    ],
  });
}

/** A leg goes through all folios and what is stapled along, and is closed over inside: S·T + cover + 3 mm (usual). */
function staplesFor(
  { sections: [folios = 0], sheet }: BlockToSew,
  stations: readonly Nm[],
  parameters: Readonly<Record<string, unknown>>,
  along: Nm,
): Staples {
  const half = Number(parameters['crown']) / 2;
  return {
    count: stations.length,
    leg: nm(folios * sheet + along + CLOSED_OVER),
    legs: stations.map((place) => [nm(place - half), nm(place + half)]),
  };
}

function staplerProblems(
  { leaf, height }: BlockToSew,
  { leg, legs }: Staples,
  { leg: longest, reach }: SewingTools,
): readonly StitchProblem[] {
  const crown = nm(legs[0]![1] - legs[0]![0]);
  const apart = nm(Math.min(...legs.slice(1).map(([from], i) => from - legs[i]![1])));
  const outside = legs[0]![0] < 0 || legs.at(-1)![1] > height;
  return [
    ...(leg > longest ? [{ code: 'leg-too-short' as const, needed: leg, longest }] : []),
    ...(leaf > reach ? [{ code: 'leaf-beyond-reach' as const, leaf, reach }] : []),
    ...(apart < 0 || outside ? [{ code: 'staples-overlap' as const, apart, crown }] : []),
  ];
}
