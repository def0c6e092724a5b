import { blockEdges } from '@eight-up/core/slip/book-errors';
import type { Nm } from '@eight-up/core/units/nm';

const [WIDTH, LAYER, ROOM] = [420, 7, 60];

/** The block seen from its head with every panel as wide as it came out, the first undermost; what is wrong with it drawn so many times larger. */
export function BlockAsItLies({ wider, panelWidth }: { readonly wider: ArrayLike<number>; readonly panelWidth: Nm }) {
  const edges = blockEdges(wider);
  const most = Math.max(1, ...edges.map(Math.abs));
  const times = Math.max(1, Math.min(200, Math.round((0.12 * panelWidth) / most)));
  const high = edges.length * LAYER + 16;
  const scale = (WIDTH - 2 * ROOM) / panelWidth;
  const x = (at: number, right: boolean) => ROOM + (right ? panelWidth * scale : 0) + at * times * scale;
  const y = (panel: number) => high - 8 - (panel + 0.5) * LAYER;
  const ends = edges.map((edge, i) => ({
    near: x(i === 0 ? 0 : edges[i - 1]!, i % 2 === 1),
    far: x(edge, i % 2 === 0),
  }));
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDTH} ${high}`}
        className="max-h-72 w-full"
        role="img"
        aria-label={`The block seen from its head, what is wrong ${times} times larger`}
      >
        {[false, true].map((right) => (
          <line
            key={String(right)}
            x1={x(0, right)}
            x2={x(0, right)}
            y1={0}
            y2={high}
            stroke="#5c6b63"
            strokeWidth={0.6}
            strokeDasharray="3 3"
          />
        ))}
        <polyline
          points={ends.map(({ near, far }, i) => `${near},${y(i)} ${far},${y(i)}`).join(' ')}
          fill="none"
          stroke="#16261f"
          strokeWidth={1.6}
          strokeLinejoin="round"
        />
      </svg>
      <figcaption className="text-sm text-quiet">
        Seen from the head, the first panel undermost; what is wrong {times} times larger. Dashed: where the edges
        should be.
      </figcaption>
    </figure>
  );
}
