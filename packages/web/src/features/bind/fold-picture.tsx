import { useMemo } from 'react';
import { sewingDrawing } from '@eight-up/core/output/sewing-drawing';
import type { Sewing } from '@eight-up/core/stitches/sewing';
import type { Nm } from '@eight-up/core/units/nm';
import { DrawingItems } from '../../sheet-view/drawing-svg.tsx';

interface FoldPictureProps {
  readonly height: Nm;
  readonly sections: number;
  readonly sewing: Sewing;
  /** whose inside is shown, from 1 */
  readonly section: number;
  readonly passes: number;
  readonly label: string;
  /** stations can be pressed, one after another */
  readonly onStation?: ((station: number) => void) | undefined;
}

/** The fold from inside and from outside, with so much of its thread as has been drawn through; the needle stands where it came out last. */
export function FoldPicture({ height, sections, sewing, section, passes, label, onStation }: FoldPictureProps) {
  const { stations, path, staples } = sewing;
  const drawn = useMemo(
    () =>
      sewingDrawing(
        { height, stations, path, staples, sections, section, passes },
        { inside: sections > 1 ? `inside of section ${section}` : 'inside', outside: 'outside' },
      ),
    [height, stations, path, staples, sections, section, passes],
  );
  const whole = useMemo(
    () =>
      path && passes < path.passes.length
        ? sewingDrawing(
            { height, stations, path, staples, sections, section, passes: path.passes.length },
            { inside: '', outside: '' },
          ).thread
        : undefined,
    [height, stations, path, staples, sections, section, passes],
  );
  const { needle, unit, holes } = drawn;
  const [w, h] = [drawn.width / 1e6, drawn.height / 1e6];
  const percent = (part: number, of: number) => `${(100 * part) / of}%`;
  return (
    <div className="relative" style={{ width: `min(100%, calc(58vh * ${w / h}))` }}>
      <svg viewBox={`0 0 ${w} ${h}`} className="block w-full" role="img" aria-label={label}>
        <DrawingItems drawing={drawn} heavier={h / 210} />
        {/* What is still to come, faint. */}
        {whole && (
          <g opacity={0.22}>
            <DrawingItems drawing={whole} heavier={h / 210} />
          </g>
        )}
        {needle && (
          <circle
            cx={needle.x / 1e6}
            cy={needle.y / 1e6}
            r={(unit * 2.1) / 1e6}
            fill="none"
            stroke="#9a2f08"
            strokeWidth={(unit * 0.55) / 1e6}
          />
        )}
      </svg>
      {onStation &&
        holes.map(({ side, hole, at }) => (
          <button
            key={`${side} ${hole.section} ${hole.station}`}
            type="button"
            aria-label={`Through station ${hole.station}, ${side}`}
            className="absolute size-7 -translate-x-1/2 -translate-y-1/2 rounded-full hover:bg-choose-pale/70"
            style={{ left: percent(at.x, drawn.width), top: percent(at.y, drawn.height) }}
            onClick={() => onStation(hole.station)}
          />
        ))}
    </div>
  );
}
