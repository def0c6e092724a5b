import type { OnShelf } from '@eight-up/core/output/on-shelf';
import { ordinal } from '@eight-up/words/counted';
import { PageDrawing } from '../../sheet-view/page-drawing.tsx';

const TALLEST_PX = 236;
const WIDEST_PX = 230;
/** Books are drawn no larger than this, however small they all are. */
const MOST_PX_PER_MM = 1.92;
/** Usual thickness of a leaf of office paper folded double, for the drawing's edge only. */
const LEAF_MM = 0.35;

const mm = (length: number) => length / 1e6;

/** One scale for all books on the shelf, so that they can be compared: the largest fills its place. Pixels a millimetre. */
export const shelfScale = (books: readonly OnShelf[]): number =>
  books.reduce(
    (scale, { width, height }) => Math.min(scale, TALLEST_PX / mm(height), WIDEST_PX / mm(width)),
    MOST_PX_PER_MM,
  );

const depthOf = ({ leaves }: OnShelf): number => Math.min(46, Math.max(7, leaves * LEAF_MM * 3.4));

/** How much room the tallest needs above the plank, pixels. */
export const tallestOnShelf = (books: readonly OnShelf[], scale: number): number =>
  books.reduce((most, looks) => Math.max(most, mm(looks.height) * scale + depthOf(looks) / 2 + 10), 120);

/** Editions of one book look alike but for a paper band round them with their number, seen from across the room. */
function EditionBand({
  edition,
  width,
  height,
}: {
  readonly edition: number;
  readonly width: number;
  readonly height: number;
}) {
  const band = Math.min(24, height / 4);
  const top = height - band * 1.6;
  return (
    <g>
      <rect y={top} width={width} height={band} fill="#fdfcf7" stroke="#16261f" strokeWidth="1.2" />
      <text
        x={width / 2}
        y={top + band / 2}
        textAnchor="middle"
        dominantBaseline="central"
        fontSize={Math.min(band * 0.62, width / 4)}
        className="font-title font-bold"
        fill="#16261f"
      >
        {ordinal(edition)}
      </text>
    </g>
  );
}

interface BookOnShelfProps {
  readonly title: string;
  readonly edition: number;
  readonly looks: OnShelf;
  /** pixels a millimetre */
  readonly scale: number;
}

/** A book in its own proportions with its cover as it is printed, its leaves at the fore-edge. */
export function BookOnShelf({ title, edition, looks, scale }: BookOnShelfProps) {
  const [w, h] = [mm(looks.width) * scale, mm(looks.height) * scale];
  const depth = depthOf(looks);
  const edges = Math.min(looks.leaves, 16);
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
        fill={looks.front.length === 0 ? '#efece2' : '#fdfcf7'}
        stroke="#16261f"
        strokeWidth="1.4"
      />
      {looks.isFilledInFront &&
        looks.front.map((face, i) => {
          // A pair of doors has two pages in front, side by side.
          const width = mm(face.width) * scale;
          const x = left;
          left += width;
          return (
            <foreignObject key={i} x={x} width={Math.min(width, w - x)} height={h}>
              <PageDrawing face={face} pixels={480} className="block size-full" />
            </foreignObject>
          );
        })}
      {!looks.isFilledInFront && (
        <foreignObject x="6" y="6" width={Math.max(w - 12, 1)} height={Math.max(h - 12, 1)}>
          <p
            className="font-title font-bold"
            style={{ fontSize: Math.min(17, w / 5), lineHeight: 1.05, overflowWrap: 'anywhere' }}
          >
            {title}
          </p>
        </foreignObject>
      )}
      <rect width={w} height={h} fill="none" stroke="#16261f" strokeWidth="1.4" />
      {edition > 1 && <EditionBand edition={edition} width={w} height={h} />}
    </svg>
  );
}
