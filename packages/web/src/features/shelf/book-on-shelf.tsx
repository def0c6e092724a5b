import { useMemo } from 'react';
import type { ShelfBook } from '@eight-up/core/contract/answers';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { coversOf } from '@eight-up/core/folding/reading';
import { closedSize } from '@eight-up/core/output/nest-marks';
import { toMm } from '@eight-up/core/units/nm';
import { pageSetting } from '../../book/derived.ts';
import { pageBox, PageFace } from '../../book/page-face.tsx';

const TALLEST_PX = 236;
const WIDEST_PX = 230;
/** Books are drawn no larger than this, however small they all are. */
const MOST_PX_PER_MM = 1.92;
/** Usual thickness of a leaf of office paper folded double, for the drawing's edge only. */
const LEAF_MM = 0.35;

interface Standing {
  readonly book: ShelfBook;
  readonly plan: FoldedBook;
}

/** One scale for all books on the shelf, so that they can be compared: the largest fills its place. Pixels a millimetre. */
export const shelfScale = (books: readonly Standing[]): number =>
  books.reduce((scale, { book, plan }) => {
    const { width, height } = closedSize(plan, book.book.printing);
    return Math.min(scale, TALLEST_PX / toMm(height), WIDEST_PX / toMm(width));
  }, MOST_PX_PER_MM);

const depthOf = ({ reading }: FoldedBook): number => Math.min(46, Math.max(7, reading.leaves * LEAF_MM * 3.4));

/** How much room the tallest needs above the plank, pixels. */
export const tallestOnShelf = (books: readonly Standing[], scale: number): number =>
  books.reduce(
    (most, { book, plan }) =>
      Math.max(most, toMm(closedSize(plan, book.book.printing).height) * scale + depthOf(plan) / 2 + 10),
    120,
  );

interface BookOnShelfProps {
  readonly book: ShelfBook;
  readonly plan: FoldedBook;
  /** pixels a millimetre */
  readonly scale: number;
}

/** A book in its own proportions with its cover as it is printed, its leaves at the fore-edge. */
export function BookOnShelf({ book, plan, scale }: BookOnShelfProps) {
  const { reading } = plan;
  const size = closedSize(plan, book.book.printing);
  const [w, h] = [toMm(size.width) * scale, toMm(size.height) * scale];
  const depth = depthOf(plan);
  const setting = useMemo(() => pageSetting(plan, book.book, book.assets), [plan, book]);
  const covers = coversOf(reading).front;
  const shown = covers.some((page) => book.book.pages[page]?.content);
  const edges = Math.min(reading.leaves, 16);
  const rise = depth * 0.5;
  let left = 0;
  return (
    <svg
      width={w + depth + 2}
      height={h + rise + 2}
      viewBox={`-1 ${-rise - 1} ${w + depth + 2} ${h + rise + 2}`}
      aria-hidden="true"
    >
      <polygon
        points={`0,0 ${depth},${-rise} ${w + depth},${-rise} ${w},0`}
        fill="#c9c4b6"
        stroke="#16261f"
        strokeWidth="1"
        strokeLinejoin="round"
      />
      <polygon
        points={`${w},0 ${w + depth},${-rise} ${w + depth},${h - rise} ${w},${h}`}
        fill="#f1efe7"
        stroke="#16261f"
        strokeWidth="1"
        strokeLinejoin="round"
      />
      {Array.from({ length: edges - 1 }, (_, i) => {
        const x = (depth * (i + 1)) / edges;
        return <line key={i} x1={w + x} y1={-x * 0.5} x2={w + x} y2={h - x * 0.5} stroke="#16261f" strokeWidth="0.6" />;
      })}
      <rect
        width={w}
        height={h}
        fill={covers.length === 0 ? '#efece2' : '#fdfcf7'}
        stroke="#16261f"
        strokeWidth="1.4"
      />
      {shown &&
        covers.map((page) => {
          // A pair of doors has two pages in front, side by side.
          const width = (pageBox(setting, page).width / 1e6) * scale;
          const x = left;
          left += width;
          return (
            <foreignObject key={page} x={x} width={Math.min(width, w - x)} height={h}>
              <PageFace
                setting={setting}
                page={page}
                shown={book.book.pages[page]!}
                pixels={480}
                className="block size-full"
              />
            </foreignObject>
          );
        })}
      {!shown && (
        <foreignObject x="6" y="6" width={Math.max(w - 12, 1)} height={Math.max(h - 12, 1)}>
          <p
            className="font-title font-bold"
            style={{ fontSize: Math.min(17, w / 5), lineHeight: 1.05, overflowWrap: 'anywhere' }}
          >
            {book.book.title}
          </p>
        </foreignObject>
      )}
      <rect width={w} height={h} fill="none" stroke="#16261f" strokeWidth="1.4" />
    </svg>
  );
}
