import { memo, useEffect, useRef, type DragEvent } from 'react';
import { useDraggable } from '@dnd-kit/core';
import { LockClosedIcon } from '@heroicons/react/24/solid';
import type { BookPage } from '@eight-up/core/document/pages';
import { pageLabel } from '@eight-up/core/folding/reading';
import { letterPage } from '@eight-up/core/output/lettering';
import { ROLE_WORDS } from '@eight-up/words/pages';
import { pageBox, type PageSetting } from '@eight-up/core/output/page-face';
import { PageFace } from '../../book/page-face.tsx';
import { PagePicture } from '../../book/page-picture.tsx';
import { DropPlaces } from './drop-places.tsx';
import { ThreadLine } from './thread-line.tsx';

export interface PagePlaceProps {
  readonly setting: PageSetting;
  readonly page: number;
  readonly shown: BookPage;
  readonly name: string;
  /** what its thread stands for */
  readonly thread: string;
  /** pixels */
  readonly width: number;
  readonly height: number;
  /** opened out, the page before a fold-out's fold stands on its head */
  readonly headDown: boolean;
  readonly isChosen: boolean;
  readonly inHand: boolean;
  readonly onChoose: (page: number) => void;
  readonly onDropFiles: (event: DragEvent, page: number) => void;
  readonly onHoldFiles: (event: DragEvent, page: number) => void;
  /** files held over the window would fill it */
  readonly isAimed: boolean;
}

/** What a page shows, in words, those that are seen on it in the order in which they stand there. */
function pageWords({ setting, page, name, shown, thread, inHand }: PagePlaceProps): string {
  const { content, role, caption, note, locked } = shown;
  const { plan, places, numbering, lettering, printing } = setting;
  const seen =
    caption === ''
      ? ''
      : letterPage(pageBox({ places }, page), shown, pageLabel(plan.reading, page, numbering), lettering, printing.safe)
          .map(({ text }) => text)
          .join(' ');
  return [
    content
      ? `Page ${name}: ${content.name}${content.page ? `, page ${content.page + 1}` : ''}`
      : `Page ${name}${role ? ` ${ROLE_WORDS[role]}` : ''}: empty`,
    ...(content && role ? [ROLE_WORDS[role]] : []),
    ...(content?.part ? ['part of a spread'] : []),
    ...(thread ? [thread] : []),
    ...(seen ? [`caption: ${seen}`] : []),
    ...(note ? [`note: ${note}`] : []),
    ...(locked ? ['locked'] : []),
    ...(inHand ? ['in hand'] : []),
  ].join(', ');
}

/** One page: chosen, dragged, dropped on; a narrow strip before it takes what is to be put between. Drawn anew only when it changes itself. */
export const PagePlace = memo(function PagePlace(props: PagePlaceProps) {
  const {
    setting,
    page,
    shown,
    name,
    width,
    height,
    headDown,
    isChosen,
    inHand,
    onChoose,
    onDropFiles,
    onHoldFiles,
    isAimed,
  } = props;
  const { content, role, note, caption, locked } = shown;
  const drag = useDraggable({
    id: `page-${page}`,
    data: { from: 'page', index: page },
    disabled: locked || content === null,
  });
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    // Keys move the choice; focus and view follow it, unless the maker is typing elsewhere.
    if (isChosen && !document.activeElement?.matches('input, textarea'))
      button.current?.focus({ preventScroll: false });
  }, [isChosen]);
  const moved = drag.transform
    ? { transform: `translate(${drag.transform.x}px, ${drag.transform.y}px)`, zIndex: 30, opacity: 0.85 }
    : {};
  // Few elements, since a long book has hundreds of pages: what a page has not is not there at all.
  const lettered = caption !== '' || setting.lettering.numbers !== 'none';
  return (
    <button
      ref={(node) => {
        drag.setNodeRef(node);
        button.current = node;
      }}
      type="button"
      data-testid={`page-${page + 1}`}
      aria-pressed={isChosen}
      aria-label={pageWords(props)}
      title={note || undefined}
      className={`page-place ${isChosen ? 'page-chosen' : ''} ${inHand ? 'opacity-50' : ''} ${isAimed ? 'page-aimed' : ''}`}
      style={{ width, height, ...moved }}
      onClick={() => onChoose(page)}
      onPointerDown={(event) => drag.listeners?.onPointerDown?.(event)}
      onDragOver={(event) => onHoldFiles(event, page)}
      onDrop={(event) => onDropFiles(event, page)}
    >
      {lettered && (content !== null || caption !== '') ? (
        <PageFace
          setting={setting}
          page={page}
          shown={shown}
          pixels={Math.max(width, height)}
          className={`absolute inset-0 size-full ${headDown ? 'head-down rotate-180' : ''}`}
        />
      ) : (
        content && (
          <PagePicture
            setting={setting}
            page={page}
            content={content}
            width={width}
            height={height}
            headDown={headDown}
          />
        )
      )}
      {content === null && (
        <span className="flex size-full flex-col items-center justify-center border border-dashed border-quiet font-title text-3xl text-quiet">
          {name} {role && <span className="font-text text-sm">{ROLE_WORDS[role]}</span>}
        </span>
      )}
      <DropPlaces page={page} />
    </button>
  );
});

/** What is said of a page, beneath it: nothing of ours lies over a picture of the maker's. */
export function PageTag({ shown, name, width }: Pick<PagePlaceProps, 'shown' | 'name' | 'width'>) {
  const { content, role, thread, note, locked } = shown;
  const said = [...(content ? [name] : []), ...(content && role ? [ROLE_WORDS[role]] : []), ...(note ? ['✎'] : [])];
  return (
    <span className="page-tag" style={{ width }} aria-hidden="true">
      {thread && <ThreadLine thread={thread} width={width} />}
      {said.join(' ')}
      {locked && <LockClosedIcon className="inline size-3" />}
    </span>
  );
}
