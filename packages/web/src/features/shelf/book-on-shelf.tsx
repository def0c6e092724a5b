import type { ShelfBook } from '@eight-up/core/contract/answers';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { usePicture } from '../../book/pictures.ts';

/** Scale of the shelf: how many millimetres a pixel of it stands for (larger books are drawn to the same scale, up to its height). */
export const SHELF_MM_PER_PX = 0.52;
const TALLEST_PX = 236;
const WIDEST_PX = 230;
/** Usual thickness of a leaf of office paper folded double, for the drawing's edge only. */
const LEAF_MM = 0.35;

/** A book in its own proportions with its cover, its leaves at the fore-edge. */
export function BookOnShelf({ book, plan }: { readonly book: ShelfBook; readonly plan: FoldedBook }) {
  const { reading } = plan;
  const scale = Math.min(1 / SHELF_MM_PER_PX, TALLEST_PX / (reading.height / 1e6), WIDEST_PX / (reading.width / 1e6));
  const [w, h] = [(reading.width / 1e6) * scale, (reading.height / 1e6) * scale];
  const depth = Math.min(46, Math.max(7, reading.leaves * LEAF_MM * 3.4));
  const coverPage = reading.views[0]!.right;
  const content = coverPage === null ? null : book.book.pages[coverPage]?.content;
  const url = usePicture(book, content, 480);
  const edges = Math.min(reading.leaves, 16);
  const rise = depth * 0.5;
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
      <rect width={w} height={h} fill={coverPage === null ? '#efece2' : '#fdfcf7'} stroke="#16261f" strokeWidth="1.4" />
      {url && (
        <image
          href={url}
          width={w}
          height={h}
          preserveAspectRatio={content?.fit === 'fill' || content?.fit === 'bleed' ? 'xMidYMid slice' : 'xMidYMid meet'}
        />
      )}
      {!url && (
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
