import { ownSheets, sheetsForEdition } from '../cutting/kit.ts';
import { PAGES_SLOT } from '../document/kit.ts';
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
      /** as they are bought, spares included, and of which size */
      readonly sheets: number;
      readonly size: { readonly width: Nm; readonly height: Nm };
      readonly cost: number | null;
      /** sheets of the book that go through the printer, spares included, all from this paper; null: none, or from several */
      readonly printed: number | null;
    }
  | { readonly what: 'thread'; readonly each: Nm; readonly whole: Nm; readonly thick: Nm; readonly spare: Spare }
  | {
      readonly what: 'staples';
      readonly each: number;
      readonly count: number;
      readonly leg: Nm;
      readonly spare: Spare;
    }
  | { readonly what: 'cord'; readonly each: Nm; readonly whole: Nm; readonly spare: Spare }
  | { readonly what: 'needle'; readonly thread: Nm; readonly hole: Nm }
  | { readonly what: 'tool'; readonly tool: Tool };

/** What the whole has more than the copies take: a tenth, or what one copy takes where that is more. */
export type Spare = 'tenth' | 'copy';

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
    size: paper.sheet,
    cost,
    printed: slot === PAGES_SLOT && isPrintedFromPages(plan) ? sheetsForEdition(plan, book.kit).withSpares : null,
  }));
  const found = sewingOfBook(plan, book);
  const sewing = found?.ok ? found.value : undefined;
  const { tools } = book.binding;
  const spare: Spare = copies * SPARE > copies + 1 ? 'tenth' : 'copy';
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
            spare,
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
              spare,
            },
          ]
        : sewing.stitch.fastener === 'cord'
          ? [{ what: 'cord', each: cordLength(plan), whole: nm(withSpares(cordLength(plan))), spare }]
          : [];
  const own: readonly Tool[] = ['needle-and-thread', 'cord'];
  const needed = [...toolsOf(plan.run)].filter((tool) => !own.includes(tool));
  return [...papers, ...held, ...needed.map((tool): Bought => ({ what: 'tool', tool }))];
}

const isPrintedFromPages = (plan: FoldedBook): boolean =>
  ownSheets(plan).every(({ printed, from }) => !printed || from === PAGES_SLOT);

/** Once through the middle and once down the spine, and a bow. */
export const cordLength = ({ reading }: FoldedBook): Nm => nm(2 * reading.height + BOW);
