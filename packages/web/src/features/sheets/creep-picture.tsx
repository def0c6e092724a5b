import { LINE_CODE } from '@eight-up/core/output/line-code';
import { NM_PER_INCH } from '@eight-up/core/units/nm';

const [WIDTH, HEIGHT] = [300, 118];
/** Of a screen, as CSS counts them. */
const PIXELS_PER_INCH = 96;
const SPINE = 26;

interface CreepPictureProps {
  readonly folios: number;
  readonly thickness: number;
  readonly perFolio: number;
  readonly trim: number;
  readonly caption: string;
}

/** The nest from its head, spine at the left: every folio as thick and as far out as it is, all to one scale that is told. */
export function CreepPicture({ folios, thickness, perFolio, trim, caption }: CreepPictureProps) {
  const stepped = (folios - 1) * perFolio;
  // The steps and the thickness fill the picture; the pages' width between spine and fore-edge is cut short.
  const scale = Math.min(
    (HEIGHT - 34) / Math.max(2 * folios * thickness, 1),
    (WIDTH * 0.4) / Math.max(stepped + trim, thickness * 2),
  );
  const [t, c] = [thickness * scale, perFolio * scale];
  const middle = (HEIGHT - 14) / 2;
  const edge = WIDTH - 34 - stepped * scale;
  const enlarged = (scale * NM_PER_INCH) / PIXELS_PER_INCH;
  const leaf = (i: number) => {
    const [rise, x] = [(folios - i - 0.5) * t, edge + i * c];
    // Each folio lies inside the one before: its fold as far in as that one is thick.
    const fold = SPINE + i * t;
    return `M${x} ${middle - rise}H${fold + rise}A${rise} ${rise} 0 0 0 ${fold + rise} ${middle + rise}H${x}`;
  };
  const shown = Array.from({ length: folios }, (_, i) => i);
  const cut = edge - trim * scale;
  return (
    <figure className="shrink-0">
      <svg
        width={WIDTH}
        height={HEIGHT}
        role="img"
        aria-label={`The nest seen from its head, ${folios} folios, ${enlarged.toFixed(0)} times enlarged`}
      >
        {shown.map((i) => (
          <path
            key={i}
            d={leaf(i)}
            fill="none"
            stroke={i % 2 === 0 ? '#16261f' : '#8a8d80'}
            strokeWidth={Math.max(t * 0.82, 0.6)}
          />
        ))}
        <path
          d={`M${WIDTH * 0.42} 2l6 ${HEIGHT / 4} l-8 ${HEIGHT / 5} l6 ${HEIGHT / 3}`}
          stroke="#d3c394"
          strokeWidth="7"
          fill="none"
        />
        {trim > 0 && (
          <line
            x1={cut}
            x2={cut}
            y1={2}
            y2={HEIGHT - 16}
            stroke={LINE_CODE.trim.colour}
            strokeWidth="1.4"
            strokeDasharray="7 3"
          />
        )}
        <text x={SPINE} y={HEIGHT - 2} fontSize="11.5" fill="#4e5a53">
          spine
        </text>
        <text x={WIDTH - 4} y={HEIGHT - 2} fontSize="11.5" fill="#4e5a53" textAnchor="end">
          fore-edge{trim > 0 ? ', trimmed' : ''}
        </text>
      </svg>
      <figcaption className="text-sm text-quiet">
        {caption} · drawn {enlarged.toFixed(0)} : 1
      </figcaption>
    </figure>
  );
}
