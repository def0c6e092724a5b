import { creasePattern } from '../folding/crease-pattern.ts';
import { LEAST_STRIP } from '../folding/laid-paper.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { at } from '../result.ts';

export const SIDES = ['left', 'top', 'right', 'bottom'] as const;
export type Side = (typeof SIDES)[number];

/** What a page meets at each side as its face of the sheet shows it: the sheet's own edge, a fold, a cut or slit, or whole paper. */
export type PageEdges = Readonly<Record<Side, 'sheet' | 'fold' | 'cut' | 'whole'>>;

const edgesOf = new WeakMap<FoldedBook, readonly PageEdges[]>();

/** The edges of every page, in reading order; kept by plan. */
export function pageEdges(plan: FoldedBook): readonly PageEdges[] {
  const edges = edgesOf.get(plan) ?? metByPages(plan);
  edgesOf.set(plan, edges);
  return edges;
}

function metByPages({ run, reading }: FoldedBook): readonly PageEdges[] {
  const { laid } = run;
  const patterns = laid.sheets.map((_, index) => creasePattern(run, index));
  return reading.pages.map(({ face }): PageEdges => {
    const { outline, sheet: index } = at(laid.panels, face.panel);
    const pattern = at(patterns, index);
    const sheet = at(laid.sheets, index);
    const [xs, ys] = [outline.map(({ x }) => x), outline.map(({ y }) => y)];
    const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const lies = (
      axis: 'vertical' | 'horizontal',
      place: number,
      from: number,
      to: number,
      end: number,
    ): PageEdges[Side] => {
      if (place === 0 || end - place < LEAST_STRIP * laid.scale) return 'sheet';
      const line = pattern.find(({ segment: s }) => s.axis === axis && s.at === place && s.from < to && s.to > from);
      if (!line) return 'whole';
      return line.kind === 'cut' || line.kind === 'slit' ? 'cut' : 'fold';
    };
    const upright = (x: number) => lies('vertical', x, top, bottom, sheet.width);
    const level = (y: number) => lies('horizontal', y, left, right, sheet.height);
    const [west, east] = [upright(left), upright(right)];
    return {
      left: face.side === 'A' ? west : east,
      right: face.side === 'A' ? east : west,
      top: level(top),
      bottom: level(bottom),
    };
  });
}

export const meetsPaper = (edge: PageEdges[Side]): boolean => edge === 'fold' || edge === 'cut';
