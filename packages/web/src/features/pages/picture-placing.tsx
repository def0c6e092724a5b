import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { PageContent } from '@eight-up/core/document/pages';
import { shareAsPrinted } from '@eight-up/core/pagination/gutter';
import { pushed } from '@eight-up/core/pagination/placing';
import { measure } from '@eight-up/core/units/measure';
import { inch, mm, nm } from '@eight-up/core/units/nm';
import { useSettings } from '../../base/settings.ts';
import { pageBox } from '@eight-up/core/output/page-face';
import { PageFace } from '../../book/page-face.tsx';
import type { OpenBook } from '../../book/use-book.ts';

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** How far a press of an arrow key pushes, and with Shift. */
const STEPS = { mm: [mm(1), mm(10)], in: [inch(1 / 32), inch(3 / 8)] } as const;

/** The chosen page, large: its picture is pushed about with the pointer, or step by step with the arrow keys. */
export function PicturePlacing({
  book,
  page,
  width,
}: {
  readonly book: OpenBook;
  readonly page: number;
  /** pixels */
  readonly width: number;
}) {
  const unit = useSettings((s) => s.unit);
  const [small, large] = STEPS[unit];
  const own = book.book.pages[page]!;
  const [held, setHeld] = useState<{ readonly x: number; readonly y: number; readonly content: PageContent }>();
  const { width: pageWidth, height: pageHeight } = pageBox(book.setting, page);
  const tall = pageHeight > pageWidth * 1.25;
  const size = tall
    ? { width: (width * 1.25 * pageWidth) / pageHeight, height: width * 1.25 }
    : { width, height: (width * pageHeight) / pageWidth };
  const perPixel = pageWidth / size.width;
  const content = own.content;
  const share =
    content?.part && shareAsPrinted(book.plan, book.derived.places[page]!, content.part, book.book.printing);

  const settle = (next: PageContent) => {
    if (next.placing) book.change({ kind: 'adjust', page, placing: next.placing });
  };
  const move = (event: PointerEvent) => {
    if (!held || !content) return;
    const [dx, dy] = [(event.clientX - held.x) * perPixel, (event.clientY - held.y) * perPixel];
    setHeld({ ...held, content: pushed(content, dx, dy, share) });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const way = ARROWS[event.key];
    if (!way || !content || event.altKey || event.ctrlKey) return;
    event.preventDefault();
    const step = event.shiftKey ? large : small;
    settle(pushed(content, way[0] * step, way[1] * step, share));
  };
  const { right, down } = (held?.content ?? content)?.placing ?? { right: nm(0), down: nm(0) };
  return (
    <figure className="m-0">
      <div
        role="group"
        tabIndex={content ? 0 : undefined}
        aria-label={`Page ${book.derived.names[page]}, its picture to push about: arrow keys move it by ${measure(small, unit)}, with Shift by ${measure(large, unit)}`}
        data-testid="placing"
        className={`mx-auto border border-ink bg-paper ${content ? 'cursor-grab touch-none active:cursor-grabbing' : ''}`}
        style={size}
        onKeyDown={onKeyDown}
        onPointerDown={(event) => {
          if (!content || event.button !== 0) return;
          event.currentTarget.setPointerCapture(event.pointerId);
          setHeld({ x: event.clientX, y: event.clientY, content });
        }}
        onPointerMove={move}
        onPointerUp={() => {
          if (held && held.content !== content) settle(held.content);
          setHeld(undefined);
        }}
        onPointerCancel={() => setHeld(undefined)}
      >
        <PageFace
          setting={book.setting}
          page={page}
          shown={held ? { ...own, content: held.content } : own}
          pixels={480}
          className="size-full select-none"
          safe
        />
      </div>
      {content && (
        <figcaption className="mt-1 text-center text-sm text-quiet">
          {right === 0 && down === 0 ? (
            'Drag it, or use the arrow keys; dashes: safe zone'
          ) : (
            <>
              moved <span className="measure">{measure(nm(Math.abs(right)), unit)}</span> {right < 0 ? 'left' : 'right'}
              , <span className="measure">{measure(nm(Math.abs(down)), unit)}</span> {down < 0 ? 'up' : 'down'}
            </>
          )}
        </figcaption>
      )}
    </figure>
  );
}
