import type { SpreadHow, SpreadOver } from '../document/pages.ts';
import type { View } from '../folding/reading.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { isTrueSpread, spreadPages, spreadRows } from './spread.ts';

/** A way of laying one picture over several pages. */
export interface SpreadWay {
  readonly kind:
    'opening' | 'opened-out' | 'unfolded' | 'row-read' | 'row-unfolded' | 'strip' | 'sheet-read' | 'sheet-unfolded';
  readonly over: SpreadOver;
  readonly how: SpreadHow;
  /** an opening: whether its two pages are one piece of paper */
  readonly isOnePiece?: boolean;
  /** pages that lie open side by side, where they are more than two */
  readonly row?: readonly number[];
}

const isAmong = (views: readonly View[], row: readonly number[]): boolean =>
  views.some((one) => one.row?.join() === row.join());

/** Across the opening in which a page is met; of something unfolded, across all that lies open there. */
function ofOpening(plan: FoldedBook, view: number): SpreadWay {
  const { row, unfolded } = plan.reading.views[view]!;
  const shared = { over: { kind: 'opening', view }, how: 'in-the-book' } as const;
  return unfolded && row && row.length > 2
    ? { kind: 'unfolded', ...shared, row }
    : { kind: 'opening', ...shared, isOnePiece: isTrueSpread(plan, plan.reading.views[view]!) };
}

/** How many pages lie side by side from this one on, once it is opened out; fewer than two: none do. */
export function stretchFrom({ reading }: FoldedBook, page: number): number {
  const view = reading.views.find(({ row, unfolded }) => unfolded && row?.includes(page));
  return view ? view.row!.length - view.row!.indexOf(page) : 0;
}

/** What a page's picture can be laid over: only what takes this page in. */
export function spreadWays(plan: FoldedBook, page: number): readonly SpreadWay[] {
  const takes = ({ over, how }: SpreadWay) => spreadPages(plan, over, how).some((one) => one.page === page);
  const { views } = plan.reading;
  const view = views.findIndex(({ left, right }) => left === page || right === page);
  const rows = spreadRows(plan);
  const row = rows.find((one) => takes({ kind: 'row-read', over: { kind: 'row', row: one }, how: 'in-the-book' }));
  const ways: readonly SpreadWay[] = [
    ofOpening(plan, view),
    // Wherever the page lies among more than two: a flap opened out, a sheet unfolded.
    ...views.flatMap((one, i): readonly SpreadWay[] =>
      i !== view && one.row && one.row.length > 2 && one.row.includes(page) && !isAmong(views.slice(0, i), one.row)
        ? [
            {
              kind: one.opened ? 'opened-out' : 'unfolded',
              over: { kind: 'opening', view: i },
              how: 'in-the-book',
              row: one.row,
            },
          ]
        : [],
    ),
    ...(row === undefined || rows.length < 2
      ? []
      : ([
          { kind: 'row-read', over: { kind: 'row', row }, how: 'in-the-book' },
          { kind: 'row-unfolded', over: { kind: 'row', row }, how: 'opened-out' },
        ] as const)),
    ...(rows.length < 2 ? [] : ([{ kind: 'strip', over: { kind: 'strip' }, how: 'in-the-book' }] as const)),
    { kind: 'sheet-read', over: { kind: 'sheet' }, how: 'in-the-book' },
    { kind: 'sheet-unfolded', over: { kind: 'sheet' }, how: 'opened-out' },
  ];
  return ways.filter(takes);
}
