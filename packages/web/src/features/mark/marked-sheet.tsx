import { useMemo, useState } from 'react';
import type { Reading } from '@eight-up/core/cutting/marks';
import type { SheetSide } from '@eight-up/core/folding/hold';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import {
  marksOnFace,
  type FaceMark,
  type ScoreTool,
  type SheetMarks,
  type WorkedMark,
} from '@eight-up/core/marks/sheet-marks';
import { marksDrawing } from '@eight-up/core/output/marks-drawing';
import { alikeName, beginsWords, FACE_WORDS } from '@eight-up/words/marks';
import { readWords } from '@eight-up/words/cutting';
import { DrawingItems } from '../../sheet-view/drawing-svg.tsx';
import { Choices } from '../../ui/choices.tsx';

interface MarkedSheetProps {
  readonly plan: FoldedBook;
  readonly group: readonly SheetMarks[];
  readonly tool: ScoreTool;
  readonly reading: Reading;
  /** which of its marks is to be made now */
  readonly next: WorkedMark | undefined;
  readonly made: (mark: WorkedMark) => boolean;
}

/** One face of a sheet with what is worked on it, the next mark pointed at; it turns over by itself where the next mark is on the other face. */
export function MarkedSheet({ plan, group, tool, reading, next, made }: MarkedSheetProps) {
  const sheet = group[0]!;
  const [chosen, setChosen] = useState<{ readonly side: SheetSide; readonly at: WorkedMark | undefined }>();
  const faceOfNext = next?.side ?? 'A';
  const side = chosen && chosen.at === next ? chosen.side : faceOfNext;
  const [w, h] = [sheet.width / 1e6, sheet.height / 1e6];
  const rim = Math.max(w, h) / 40;
  const heavier = Math.max(w, h) / 330;
  const drawing = useMemo(() => {
    const begins = plan.form.cutFromSheet ? beginsWords(sheet) : undefined;
    // Letters grow with the sheet, so that they can be read on the screen.
    const larger = Math.max(1, Math.max(w / 200, h / 90));
    const letters = {
      name: `${alikeName(plan, group)}, ${FACE_WORDS[side]}${begins ? `, ${begins}` : ''}`,
      mark: (_: number, { mark }: FaceMark) => readWords(mark.at, reading),
      head: 'head',
      tab: 'tab',
    };
    return marksDrawing(sheet, side, tool, letters, larger);
  }, [plan, group, sheet, side, tool, reading, w, h]);
  const onFace = marksOnFace(sheet, side, tool);
  return (
    <figure>
      <Choices<SheetSide>
        label="Which face lies up"
        value={side}
        onChange={(face) => setChosen({ side: face, at: next })}
        choices={(['A', 'B'] as const).map((face) => ({ value: face, name: FACE_WORDS[face] }))}
      />
      <svg
        viewBox={`${-rim} ${-2 * rim} ${w + 2 * rim} ${h + 3 * rim}`}
        className="max-h-[44vh] w-full"
        role="img"
        aria-label={`${alikeName(plan, group)}, ${FACE_WORDS[side]} up: ${onFace.length} marks on this face`}
      >
        <rect width={w} height={h} fill="#fdfcf7" />
        <DrawingItems drawing={drawing} heavier={heavier} />
        {onFace.map((one, index) => {
          const { seenAt, mark } = one;
          const at = seenAt / 1e6;
          const upright = mark.axis === 'upright';
          if (next?.side === side && next.mark === mark) {
            const points = upright
              ? `${at},${-rim * 0.25} ${at - rim * 0.5},${-rim * 1.3} ${at + rim * 0.5},${-rim * 1.3}`
              : `${-rim * 0.1},${at} ${-rim},${at - rim * 0.45} ${-rim},${at + rim * 0.45}`;
            return <polygon key={index} points={points} fill="#9a2f08" />;
          }
          return made({ ...one, side }) ? (
            <path
              key={index}
              d={
                upright
                  ? `M${at - rim * 0.35} ${-rim * 0.7}l${rim * 0.25} ${rim * 0.35}l${rim * 0.45} ${-rim * 0.8}`
                  : `M${-rim * 0.8} ${at}l${rim * 0.25} ${rim * 0.35}l${rim * 0.45} ${-rim * 0.8}`
              }
              fill="none"
              stroke="#07584f"
              strokeWidth={rim * 0.16}
            />
          ) : null;
        })}
      </svg>
      <figcaption className="text-sm text-quiet">
        {side === 'A'
          ? 'Front up: measure from the left edge, which is drawn double.'
          : 'Turned over like a page: the same edge lies on the right now; measure from it.'}
      </figcaption>
    </figure>
  );
}
