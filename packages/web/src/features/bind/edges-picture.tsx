import type { ClosedMeasure, EdgeMeasure } from '@eight-up/core/binding/closed-measure';

/** How many times larger thickness is drawn, so that it can be seen beside the book's width. */
const LARGER = 8;

/** The closed book seen from its head: its spine and fore-edge as thick as they are likely to be, the least and the most about them; thickness made larger. */
export function EdgesPicture({
  measure: { edges, width },
  spineAt,
}: {
  readonly measure: ClosedMeasure;
  readonly spineAt: 'west' | 'east';
}) {
  const at = (edge: EdgeMeasure['edge']) => edges.find((one) => one.edge === edge)!;
  const [left, right] = spineAt === 'west' ? [at('spine'), at('fore-edge')] : [at('fore-edge'), at('spine')];
  const w = width / 1e6;
  const high = (thick: number) => (thick / 1e6) * LARGER;
  const top = Math.max(high(left.most), high(right.most));
  const rim = w / 25;
  const wedge = (one: number, other: number) => `0,${top} 0,${top - high(one)} ${w},${top - high(other)} ${w},${top}`;
  return (
    <figure>
      <svg
        viewBox={`${-rim} ${-rim} ${w + 2 * rim} ${top + 2 * rim}`}
        className="max-h-52 w-full max-w-xl"
        role="img"
        aria-label={`The closed book from its head, thickness drawn ${LARGER} times larger`}
      >
        <polygon
          points={wedge(left.most, right.most)}
          fill="none"
          stroke="#5c6b63"
          strokeWidth={0.4}
          strokeDasharray="2 1.4"
        />
        <polygon points={wedge(left.likely, right.likely)} fill="#fdfcf7" stroke="#16261f" strokeWidth={0.6} />
        <polyline
          points={`0,${top - high(left.least)} ${w},${top - high(right.least)}`}
          fill="none"
          stroke="#16261f"
          strokeWidth={0.4}
          strokeDasharray="0.5 1.2"
        />
      </svg>
      <figcaption className="text-sm text-quiet">
        From the head, thickness {LARGER} times larger: likely, and between the least (dots) and the most (dashes). The
        spine lies at the {spineAt === 'west' ? 'left' : 'right'}.
      </figcaption>
    </figure>
  );
}
