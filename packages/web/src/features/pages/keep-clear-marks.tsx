import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { KeepClear, PageContent } from '@eight-up/core/document/pages';
import { usePicture } from '../../pictures/pictures.ts';
import type { OpenBook } from '../../book/use-book.ts';

const NAMES: Readonly<Record<KeepClear['what'], string>> = { face: 'face', text: 'line of text' };
const NEW: Readonly<Record<KeepClear['what'], KeepClear>> = {
  face: { what: 'face', left: 0.42, top: 0.3, width: 0.16, height: 0.24 },
  text: { what: 'text', left: 0.25, top: 0.8, width: 0.5, height: 0.08 },
};

const STEP = 0.02;
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};

const within = (value: number, most: number): number => Math.min(Math.max(value, 0), most);

const moved = (mark: KeepClear, dx: number, dy: number): KeepClear => ({
  ...mark,
  left: within(mark.left + dx, 1 - mark.width),
  top: within(mark.top + dy, 1 - mark.height),
});

const resized = (mark: KeepClear, dx: number, dy: number): KeepClear => ({
  ...mark,
  width: Math.max(STEP, Math.min(mark.width + dx, 1 - mark.left)),
  height: Math.max(STEP, Math.min(mark.height + dy, 1 - mark.top)),
});

interface KeepClearMarksProps {
  readonly book: OpenBook;
  readonly page: number;
  readonly content: PageContent;
}

/** The whole picture of a spread, on which the maker marks faces and lines of text: from then on the gutter is watched. */
export function KeepClearMarks({ book, page, content }: KeepClearMarksProps) {
  const url = usePicture(book, content, 480);
  const frame = useRef<HTMLDivElement>(null);
  const asset = book.assets.find(({ id }) => id === content.asset)?.pages[content.page];
  const marks = content.clear ?? [];
  const [held, setHeld] = useState<{
    readonly i: number;
    readonly x: number;
    readonly y: number;
    readonly mark: KeepClear;
  }>();
  const keep = (clear: readonly KeepClear[]) => book.change({ kind: 'keep-clear', page, clear });
  const replace = (i: number, mark: KeepClear) => keep(marks.map((old, k) => (k === i ? mark : old)));
  const onKeyDown = (event: KeyboardEvent, i: number, mark: KeepClear) => {
    const way = ARROWS[event.key];
    if (way) replace(i, event.shiftKey ? resized(mark, ...way) : moved(mark, ...way));
    else if (event.key === 'Delete' || event.key === 'Backspace') keep(marks.filter((_, k) => k !== i));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const drag = (event: PointerEvent) => {
    if (!held || !frame.current) return;
    const { width, height } = frame.current.getBoundingClientRect();
    const start = marks[held.i]!;
    const way = [(event.clientX - held.x) / width, (event.clientY - held.y) / height] as const;
    setHeld({ ...held, mark: event.shiftKey ? resized(start, ...way) : moved(start, ...way) });
  };
  if (!asset || !url) return null;
  return (
    <fieldset className="my-1.5">
      <legend className="text-sm text-quiet">To be kept clear of the gutter</legend>
      <div
        ref={frame}
        className="relative w-full border border-ink bg-paper"
        style={{ aspectRatio: asset.width / asset.height }}
      >
        <img src={url} alt="" className="size-full" draggable={false} />
        {marks.map((mark, i) => {
          const shown = held?.i === i ? held.mark : mark;
          return (
            <button
              key={i}
              type="button"
              aria-label={`${NAMES[mark.what]} ${i + 1}: arrow keys move it, with Shift they size it, Delete takes it off`}
              className={`absolute cursor-move touch-none border-2 border-paper outline-2 outline-ink ${mark.what === 'face' ? 'rounded-[50%]' : ''}`}
              style={{
                left: `${shown.left * 100}%`,
                top: `${shown.top * 100}%`,
                width: `${shown.width * 100}%`,
                height: `${shown.height * 100}%`,
              }}
              onKeyDown={(event) => onKeyDown(event, i, mark)}
              onPointerDown={(event) => {
                event.currentTarget.setPointerCapture(event.pointerId);
                setHeld({ i, x: event.clientX, y: event.clientY, mark });
              }}
              onPointerMove={drag}
              onPointerUp={() => {
                if (held && held.mark !== mark) replace(i, held.mark);
                setHeld(undefined);
              }}
              onPointerCancel={() => setHeld(undefined)}
            />
          );
        })}
      </div>
      <p className="mt-1 flex gap-3 text-sm">
        {(['face', 'text'] as const).map((what) => (
          <button key={what} type="button" className="remedy" onClick={() => keep([...marks, NEW[what]])}>
            Mark a {NAMES[what]}
          </button>
        ))}
      </p>
    </fieldset>
  );
}
