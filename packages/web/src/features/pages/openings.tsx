import { showsTheSame } from '../../book/shows-the-same.ts';
import { memo, useRef, type DragEvent, type RefObject, useMemo } from 'react';
import { isStacked, type View } from '@eight-up/core/folding/reading';
import type { OpenBook } from '../../book/use-book.ts';
import { openingTitles } from '@eight-up/words/openings';
import { threadName } from '@eight-up/words/pages';
import { pageBox } from '@eight-up/core/output/page-face';
import { useWidth } from '../../ui/use-width.ts';
import { ManyOpenings } from './many-openings.tsx';
import { PagePlace, PageTag } from './page-place.tsx';

interface OpeningsProps {
  readonly book: OpenBook;
  readonly chosen: number | undefined;
  readonly inHand: number | undefined;
  readonly onChoose: (page: number) => void;
  readonly onDropFiles: (event: DragEvent, page: number) => void;
  readonly onHoldFiles: (event: DragEvent, page: number) => void;
  /** pages that files held over the window would fill */
  readonly aimed: readonly number[];
  /** what scrolls when there are many */
  readonly scroller?: RefObject<HTMLElement | null>;
}

/** Area of a drawn page, in square pixels: tall and wide pages take the same room. */
const PAGE_AREA = { few: 25_000, many: 8_600, hosts: 25_000 };

/** More openings than this are mounted a few rows at a time. */
const HOST = 60;

/** Pixels between openings. */
const BETWEEN = 28;
/** Pages grow no more than this to use the width. */
const MOST_GROWN = 1.5;

/** As many openings beside each other as come nearest to usual pages, and their pages as wide as fills the room. */
function filling(room: number, usual: number): number {
  const opening = 2 * usual + 2;
  const beside = Math.max(1, Math.round((room + BETWEEN) / (opening + BETWEEN)));
  const each = (room - (beside - 1) * BETWEEN) / beside;
  return Math.max(24, Math.floor(Math.min((each - 2) / 2, MOST_GROWN * usual)));
}

/** Every opening as the reader meets it, one after another, each with what waits behind its turn. */
export const Openings = memo(function Openings({ scroller, ...props }: OpeningsProps) {
  const { reading } = props.book.plan;
  const views = useMemo(() => shownViews(reading.views), [reading.views]);
  const host = scroller !== undefined && views.length > HOST;
  const ratio = reading.width / reading.height;
  const area = host ? PAGE_AREA.hosts : reading.pages.length > 20 ? PAGE_AREA.many : PAGE_AREA.few;
  const list = useRef<HTMLOListElement>(null);
  const room = useWidth(list);
  const usual = Math.sqrt(area / ratio) * ratio;
  const width = host ? Math.round(usual) : filling(room, usual);
  const size = { width, height: Math.round(width / ratio) };
  const rtl = reading.spineAt === 'east';
  const { names } = props.book.derived;
  const titles = useMemo(() => openingTitles(views, names), [views, names]);
  const opening = (i: number) => (
    <Opening {...props} view={views[i]!} title={titles[i]!} next={views[i + 1]} size={size} rtl={rtl} />
  );
  if (host)
    return (
      <ManyOpenings
        scroller={scroller}
        count={views.length}
        cell={{ width: 2 * size.width + 2, height: size.height + 48 }}
        chosen={views.findIndex(
          ({ left, right }) => props.chosen !== undefined && (left === props.chosen || right === props.chosen),
        )}
        rtl={rtl}
        opening={opening}
      />
    );
  return (
    <ol ref={list} className="flex flex-wrap items-start gap-x-7 gap-y-6" aria-label="Openings in reading order">
      {views.map((_, i) => (
        <li key={i} className={rtl ? 'flex flex-col items-end' : ''}>
          {opening(i)}
        </li>
      ))}
    </ol>
  );
}, showsTheSame);

/** Where neither side of an opening carries a page there is nothing to fill: of bare backs that follow one another the first is shown. */
function shownViews(views: readonly View[]): readonly View[] {
  const isBare = (view: View | undefined) => view?.left === null && view.right === null;
  return views.filter((view, i) => !isBare(view) || !isBare(views[i - 1]));
}

interface Size {
  readonly width: number;
  readonly height: number;
}

function Opening({
  book,
  view,
  title,
  next,
  size,
  rtl,
  chosen,
  inHand,
  onChoose,
  onDropFiles,
  onHoldFiles,
  aimed,
}: OpeningsProps & {
  readonly view: View;
  readonly title: string;
  readonly next: View | undefined;
  readonly size: Size;
  readonly rtl: boolean;
}) {
  const { gap, unfolded, toward } = view;
  const stacked = isStacked(view);
  const pair = toward === 'right' || toward === 'below' ? [view.left, view.right] : [view.right, view.left];
  const seen = gap === 'front' || gap === 'back' || unfolded ? pair.filter((page) => page !== null) : pair;
  const widthOf = (page: number) => {
    const box = pageBox(book.setting, page);
    return Math.round((size.height * box.width) / box.height);
  };
  const faces = seen.length === 0 ? [null] : seen;
  const turn = next ? `turn ${rtl ? '‹' : '›'} ${behind(book, next)}` : '';
  return (
    <>
      <div className={`opening ${stacked ? 'opening-stacked' : ''}`}>
        {faces.map((page, side) =>
          page === null ? (
            <div key={side} style={size} className="flex items-center justify-center bg-shade text-sm text-quiet">
              {gap === 'front' || gap === 'back' ? 'bare back' : 'unprinted'}
            </div>
          ) : (
            <PagePlace
              key={side}
              setting={book.setting}
              page={page}
              shown={book.book.pages[page]!}
              name={book.derived.names[page]!}
              thread={threadOf(book, page)}
              width={widthOf(page)}
              height={size.height}
              headDown={page === view.headDown}
              isChosen={chosen === page}
              inHand={inHand === page}
              onChoose={onChoose}
              onDropFiles={onDropFiles}
              onHoldFiles={onHoldFiles}
              isAimed={aimed.includes(page)}
            />
          ),
        )}
      </div>
      <div className={`page-tags ${stacked ? 'flex-col' : ''}`}>
        {faces.map((page, side) =>
          page === null ? (
            <span key={side} style={{ width: size.width }} />
          ) : (
            <PageTag key={side} shown={book.book.pages[page]!} name={book.derived.names[page]!} width={widthOf(page)} />
          ),
        )}
      </div>
      <p className="flex justify-end gap-3 text-sm text-quiet" style={{ maxWidth: size.width * (stacked ? 1 : 2) }}>
        {title && <span className="grow">{title}</span>}
        {turn && (title ? <span className="whitespace-nowrap">{turn}</span> : turn)}
      </p>
    </>
  );
}

const threadOf = ({ book }: OpenBook, page: number): string => {
  const { thread } = book.pages[page]!;
  return thread ? threadName(thread, book.threads) : '';
};

function behind(book: OpenBook, next: View): string {
  const pages = [next.left, next.right].filter((page) => page !== null).map((page) => book.derived.names[page]);
  return pages.length ? pages.join(' · ') : 'bare paper';
}
