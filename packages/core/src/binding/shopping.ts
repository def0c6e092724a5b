import type { BookDocument } from '../document/document.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { toolsOf, type Tool } from '../folding/step-meaning.ts';
import { nm, type Nm } from '../units/nm.ts';
import { sewingOfBook } from './sewn-book.ts';

/** One thing that an edition takes. Lengths in nanometres. */
export type Bought =
  | {
      readonly what: 'paper';
      readonly slot: string;
      readonly name: string;
      readonly sheets: number;
      readonly cost: number | null;
    }
  | { readonly what: 'thread'; readonly each: Nm; readonly whole: Nm; readonly thick: Nm }
  | { readonly what: 'staples'; readonly each: number; readonly count: number; readonly leg: Nm }
  | { readonly what: 'cord'; readonly each: Nm; readonly whole: Nm }
  | { readonly what: 'needle'; readonly thread: Nm; readonly hole: Nm }
  | { readonly what: 'tool'; readonly tool: Tool };

/** Thread breaks, knots fail: a tenth more, and one copy's worth at the least (usual spares of a kit are the larger of two and a tenth). */
const SPARE = 1.1;

/** A bow, or a knot with its ends (ours). */
const BOW = nm(240e6);

/** Everything that an edition takes: papers as they were taken, what holds it, the tools of its steps; counted from the same plan as every screen. */
export function shoppingFor(plan: FoldedBook, book: BookDocument): readonly Bought[] {
  const { copies } = book.kit;
  const papers = Object.entries(book.papers).map(([slot, { paper, sheets, cost }]): Bought => ({
    what: 'paper',
    slot,
    name: paper.name,
    sheets,
    cost,
  }));
  const found = sewingOfBook(plan, book);
  const sewing = found?.ok ? found.value : undefined;
  const { tools } = book.binding;
  const withSpares = (each: number): number => Math.ceil(Math.max(copies * SPARE, copies + 1) * each);
  const held: readonly Bought[] = !sewing
    ? []
    : sewing.thread
      ? [
          {
            what: 'thread',
            each: sewing.thread.whole,
            whole: nm(withSpares(sewing.thread.whole)),
            thick: tools.thread,
          },
          { what: 'needle', thread: tools.thread, hole: tools.hole },
        ]
      : sewing.staples
        ? [
            {
              what: 'staples',
              each: sewing.staples.count,
              count: withSpares(sewing.staples.count),
              leg: sewing.staples.leg,
            },
          ]
        : sewing.stitch.fastener === 'cord'
          ? [{ what: 'cord', each: cordLength(plan), whole: nm(withSpares(cordLength(plan))) }]
          : [];
  const own: readonly Tool[] = ['needle-and-thread', 'cord'];
  const needed = [...toolsOf(plan.run)].filter((tool) => !own.includes(tool));
  return [...papers, ...held, ...needed.map((tool): Bought => ({ what: 'tool', tool }))];
}

/** Once through the middle and once down the spine, and a bow. */
export const cordLength = ({ reading }: FoldedBook): Nm => nm(2 * reading.height + BOW);
