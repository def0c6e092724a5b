import type { ZodMiniType } from 'zod/mini';
import type { Purpose } from '../folding/step.ts';
import type { Covered } from './check-path.ts';
import type { Path } from './path.ts';
import type { StationsAsked } from './stations.ts';

/** What goes through the fold, or round it. */
export type Fastener = 'thread' | 'staples' | 'cord';

/**
 * A way of holding a book at its fold: for how many sections, which holes, which way the needle goes, and the steps of the hands. Nothing else: whether the path holds,
 * how much thread it takes, which tools, waits and cautions there are, is found from that.
 */
export interface Stitch<P = Readonly<Record<string, unknown>>, Id extends string = string> {
  readonly id: Id;
  readonly fastener: Fastener;
  readonly holds: 'one-section' | 'several-sections' | 'anything';
  /** stations first among them, where it has any */
  readonly parameters: ZodMiniType<P>;
  readonly stations: (p: P) => StationsAsked | undefined;
  /** the way of the needle; left out: there is none */
  readonly path?: (p: P, sections: number) => Path;
  /** what the path promises of every gap */
  readonly covered: Covered;
  readonly steps: readonly Purpose<'bind'>[];
}
