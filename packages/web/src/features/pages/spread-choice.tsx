import { useMemo } from 'react';
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import {
  isTrueSpread,
  spreadPages,
  spreadRows,
  type SpreadHow,
  type SpreadOver,
} from '@eight-up/core/pagination/spread';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import type { OpenBook } from '../../book/use-book.ts';

interface Way {
  readonly name: string;
  readonly hint: string;
  readonly over: SpreadOver;
  readonly how: SpreadHow;
}

/** What a page's picture can be laid over: only what takes this page in. */
function waysOf(plan: FoldedBook, page: number): readonly Way[] {
  const takes = (over: SpreadOver, how: SpreadHow) => spreadPages(plan, over, how).some((one) => one.page === page);
  const view = plan.reading.views.findIndex(({ left, right }) => left === page || right === page);
  const rows = spreadRows(plan);
  const row = rows.find((one) => takes({ kind: 'row', row: one }, 'in-the-book'));
  const opening: SpreadOver = { kind: 'opening', view };
  const ways: readonly (Way | undefined)[] = [
    {
      name: 'Across this opening',
      hint: isTrueSpread(plan, plan.reading.views[view]!) ? 'one piece of paper' : 'two pieces that must meet',
      over: opening,
      how: 'in-the-book',
    },
    row === undefined || rows.length < 2
      ? undefined
      : {
          name: 'Along its row, to read',
          hint: 'page after page in the book',
          over: { kind: 'row', row },
          how: 'in-the-book',
        },
    row === undefined || rows.length < 2
      ? undefined
      : {
          name: 'Along its row, unfolded',
          hint: 'whole on the open sheet',
          over: { kind: 'row', row },
          how: 'opened-out',
        },
    {
      name: 'Over the whole sheet, to read',
      hint: 'cut up and turned, page after page',
      over: { kind: 'sheet' },
      how: 'in-the-book',
    },
    {
      name: 'Over the whole sheet, unfolded',
      hint: 'a picture when the book is opened out',
      over: { kind: 'sheet' },
      how: 'opened-out',
    },
  ];
  return ways.filter((way): way is Way => way !== undefined && takes(way.over, way.how));
}

interface SpreadProps {
  readonly book: OpenBook;
  readonly page: number;
}

/** One picture over several pages, or back onto one. */
export function SpreadChoice({ book, page }: SpreadProps) {
  const content = book.book.pages[page]?.content;
  if (!content) return null;
  if (content.part)
    return (
      <button type="button" className="remedy self-start text-sm" onClick={() => book.change({ kind: 'gather', page })}>
        Take the picture onto this page alone
      </button>
    );
  return (
    <Disclosure>
      <DisclosureButton className="remedy self-start text-sm">Over several pages</DisclosureButton>
      <DisclosurePanel>
        <Ways book={book} page={page} />
      </DisclosurePanel>
    </Disclosure>
  );
}

function Ways({ book, page }: SpreadProps) {
  const { plan } = book;
  const ways = useMemo(() => waysOf(plan, page), [plan, page]);
  return (
    <ul className="mt-1 flex flex-col gap-1">
      {ways.map(({ name, hint, over, how }) => (
        <li key={name}>
          <button
            type="button"
            className="action w-full flex-col items-start gap-0 py-1"
            onClick={() => book.change({ kind: 'spread', page, over, how })}
          >
            {name} <span className="text-sm font-normal text-quiet">{hint}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
