import { memo } from 'react';
import { TONES, type Drawing, type DrawItem } from '@eight-up/core/output/drawing';
import { LINE_CODE } from '@eight-up/core/output/line-code';

const mm = (length: number) => length / 1e6;
const points = (list: readonly { readonly x: number; readonly y: number }[]) =>
  list.map((p) => `${mm(p.x)},${mm(p.y)}`).join(' ');

interface DrawingItemsProps {
  readonly drawing: Drawing;
  readonly heavier?: number;
  /** sets lines off from pictures under them by a breath of paper */
  readonly halo?: boolean;
}

/** The items of a drawing as SVG elements in millimetres; `heavier` thickens lines where the drawing is shown small. */
export const DrawingItems = memo(function DrawingItems({ drawing, heavier = 1, halo = false }: DrawingItemsProps) {
  return (
    <>
      {halo &&
        drawing.items.map(
          (item, i) =>
            item.kind === 'line' &&
            item.layer !== 'mark' && (
              <polyline
                key={`halo${i}`}
                points={points(item.points)}
                fill="none"
                stroke={TONES.paper}
                strokeOpacity="0.8"
                strokeWidth={(LINE_CODE[item.layer].width + 0.5) * heavier}
              />
            ),
        )}
      {drawing.items.map((item, i) => (
        <Item key={i} item={item} heavier={heavier} />
      ))}
    </>
  );
});

function Item({ item, heavier }: { readonly item: DrawItem; readonly heavier: number }) {
  switch (item.kind) {
    case 'line': {
      const { width, dash, colour } = LINE_CODE[item.layer];
      const look = {
        fill: 'none',
        stroke: colour,
        strokeWidth: width * heavier,
        strokeDasharray: dash.map((d) => d * heavier).join(' ') || undefined,
      };
      return item.closed ? (
        <polygon points={points(item.points)} {...look} />
      ) : (
        <polyline points={points(item.points)} {...look} />
      );
    }
    case 'dot': {
      const { colour } = LINE_CODE[item.layer];
      return (
        <circle
          cx={mm(item.at.x)}
          cy={mm(item.at.y)}
          r={mm(item.radius) * heavier}
          fill={item.filled ? colour : TONES.paper}
          stroke={colour}
          strokeWidth={0.6 * heavier}
        />
      );
    }
    case 'area':
      return (
        <polygon
          points={points(item.points)}
          fill={TONES[item.tone]}
          stroke={item.outlined ? TONES.ink : 'none'}
          strokeWidth={0.3 * heavier}
          strokeLinejoin="round"
        />
      );
    case 'text': {
      const [x, y, size] = [mm(item.at.x), mm(item.at.y), mm(item.size)];
      return (
        <>
          {/* words of one drawing are apart where they are read out, too */ ' '}
          <text
            x={x}
            y={y}
            dy="0.35em"
            fontSize={size}
            fontFamily="Hanken Grotesk Variable"
            fontWeight={item.strong ? 750 : 420}
            textAnchor={item.from ?? 'middle'}
            transform={item.quarterTurns ? `rotate(${item.quarterTurns * 90} ${x} ${y})` : undefined}
            fill={TONES.ink}
            {...(item.halo
              ? { stroke: '#ffffff', strokeWidth: size * 0.28, strokeLinejoin: 'round' as const, paintOrder: 'stroke' }
              : {})}
          >
            {item.text}
          </text>
        </>
      );
    }
  }
}
