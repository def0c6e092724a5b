import type { Edge } from '@eight-up/core/paper/paper';
import type { Sheet } from '@eight-up/core/paper/sheet-size';
import { Fibres } from '../sheet-view/fibres.tsx';

interface PaperPictureProps {
  readonly sheet: Sheet;
  readonly colour: string;
  readonly deckles?: readonly Edge[];
  /** pixels for a metre, so that sheets beside each other compare */
  readonly pxPerMetre: number;
}

const WAVE = 7;

/** A feathery edge from one corner to the next, the same each time. */
function edge(from: readonly [number, number], to: readonly [number, number], deckle: boolean, out: number): string {
  if (!deckle) return `L${to[0]} ${to[1]}`;
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const steps = Math.max(6, Math.round(length / (WAVE * 2)));
  const normal = [(to[1] - from[1]) / length, (from[0] - to[0]) / length];
  return Array.from({ length: steps }, (_, i) => {
    const share = (i + 1) / steps;
    const swing = i + 1 === steps ? 0 : (((i * 7919) % 13) / 13 - 0.35) * out;
    return `L${from[0] + (to[0] - from[0]) * share + normal[0]! * swing} ${from[1] + (to[1] - from[1]) * share + normal[1]! * swing}`;
  }).join('');
}

/** A sheet in its proportions, colour, deckles and fibres. */
export function PaperPicture({ sheet, colour, deckles = [], pxPerMetre }: PaperPictureProps) {
  const [w, h] = [sheet.width / 1e6, sheet.height / 1e6];
  const scale = pxPerMetre / 1000;
  const has = (one: Edge) => deckles.includes(one);
  const feather = 9;
  const outline =
    'M0 0' +
    edge([0, 0], [w, 0], has('top'), feather) +
    edge([w, 0], [w, h], has('right'), feather) +
    edge([w, h], [0, h], has('bottom'), feather) +
    edge([0, h], [0, 0], has('left'), feather) +
    'Z';
  return (
    <svg
      aria-hidden="true"
      viewBox={`-6 -6 ${w + 12} ${h + 12}`}
      width={(w + 12) * scale}
      height={(h + 12) * scale}
      className="block shrink-0"
    >
      <path d={outline} fill={colour} stroke="#16261f" strokeWidth={1.1 / scale} />
      <Fibres axis={sheet.fibre} width={w} height={h} />
    </svg>
  );
}
