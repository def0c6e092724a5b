import { useMemo } from 'react';
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { isTrueSpread, pagesOfPart, spreadPages, spreadRows } from '@eight-up/core/pagination/spread';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import type { Part, SpreadHow, SpreadOver } from '@eight-up/core/document/pages';
import type { View } from '@eight-up/core/folding/reading';
import { hiddenInGutter, meetsPage } from '@eight-up/core/pagination/gutter';
import { folioOfPage } from '@eight-up/core/folding/nest';
import { measure } from '@eight-up/core/units/measure';
import { mm } from '@eight-up/core/units/nm';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { MeasureField } from '../../ui/measure-field.tsx';
import { textLines } from './text-lines.ts';
import { KeepClearMarks } from './keep-clear-marks.tsx';

interface Way {
  readonly name: string;
  readonly hint: string;
  readonly over: SpreadOver;
  readonly how: SpreadHow;
}

/** What a page's picture can be laid over: only what takes this page in. */
function waysOf(plan: FoldedBook, page: number, names: readonly string[]): readonly Way[] {
  const takes = (over: SpreadOver, how: SpreadHow) => spreadPages(plan, over, how).some((one) => one.page === page);
  const { views } = plan.reading;
  const view = views.findIndex(({ left, right }) => left === page || right === page);
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
    // Wherever the page lies among more than two: a flap opened out, a sheet unfolded.
    ...views.flatMap((one, i): readonly Way[] =>
      one.row && one.row.length > 2 && one.row.includes(page) && !alike(views.slice(0, i), one.row)
        ? [
            {
              name: `Across all that lies open: ${one.row.map((p) => names[p]).join(' · ')}`,
              hint: one.opened ? 'the flap opened out' : 'unfolded side by side',
              over: { kind: 'opening', view: i },
              how: 'in-the-book',
            },
          ]
        : [],
    ),
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
    rows.length < 2
      ? undefined
      : {
          name: 'Along the whole strip, to read',
          hint: 'one long picture, page after page',
          over: { kind: 'strip' },
          how: 'in-the-book',
        },
    {
      name: 'Over the whole sheet, to read',
      hint: 'cut up and turned, page after page',
      over: { kind: 'sheet' },
      how: 'in-the-book',
    },
    {
      name: 'Over the whole sheet, unfolded',
      hint: plan.run.glued.length
        ? 'whole on the flat sheet, before it is glued'
        : 'a picture when the book is opened out',
      over: { kind: 'sheet' },
      how: 'opened-out',
    },
  ];
  return ways.filter((way): way is Way => way !== undefined && takes(way.over, way.how));
}

const alike = (views: readonly View[], row: readonly number[]): boolean =>
  views.some((one) => one.row?.join() === row.join());

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
      <>
        <TwoPieces book={book} page={page} part={content.part} />
        <KeepClearMarks book={book} page={page} content={content} />
        <button
          type="button"
          className="remedy self-start text-sm"
          onClick={() => book.change({ kind: 'gather', page })}
        >
          Take the picture onto this page alone
        </button>
        <Disclosure>
          <DisclosureButton className="remedy self-start text-sm">Lay it over other pages</DisclosureButton>
          <DisclosurePanel>
            <Ways book={book} page={page} />
          </DisclosurePanel>
        </Disclosure>
      </>
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

/** Where the halves are printed apart: what the gutter hides, and the strip that both pages show. */
function TwoPieces({ book, page, part }: SpreadProps & { readonly part: Part }) {
  const unit = useSettings((s) => s.unit);
  const { plan, derived } = book;
  const met = pagesOfPart(plan, part).length === 2 ? meetsPage(plan, page) : undefined;
  if (met === undefined) return null;
  const hidden = hiddenInGutter(plan, [page, met], book.book.printing);
  const outer = folioOfPage(plan, page).folio < folioOfPage(plan, met).folio ? page : met;
  return (
    <div>
      <p className="mb-1 text-sm">
        Two pieces of paper that must meet.{' '}
        {hidden > 0
          ? `Of page ${derived.names[outer]} ${measure(hidden, unit)} lie hidden in the gutter: the halves are split so that they meet beside it.`
          : 'The halves are split at the fold.'}
      </p>
      <MeasureField
        label="a strip printed on both pages"
        value={part.overlap ?? mm(0)}
        onChange={(overlap) => book.change({ kind: 'spread', page, over: part.over, how: part.how, overlap })}
      />
    </div>
  );
}

function Ways({ book, page }: SpreadProps) {
  const { plan, derived } = book;
  const ways = useMemo(() => waysOf(plan, page, derived.names), [plan, page, derived]);
  const part = book.book.pages[page]!.content?.part;
  const laid = part && JSON.stringify([part.over, part.how]);
  const lay = (over: SpreadOver, how: SpreadHow) => {
    const content = book.book.pages[page]!.content!;
    book.change({ kind: 'spread', page, over, how });
    // What a PDF says in letters is watched without being marked. One that cannot be read just is not.
    textLines(book, content).then(
      (clear) => clear.length > 0 && book.change({ kind: 'keep-clear', page, clear }),
      () => undefined,
    );
  };
  return (
    <ul className="mt-1 flex flex-col gap-1">
      {ways.map(({ name, hint, over, how }) => (
        <li key={name}>
          <button
            type="button"
            className="action w-full flex-col items-start gap-0 py-1"
            aria-pressed={JSON.stringify([over, how]) === laid}
            onClick={() => lay(over, how)}
          >
            {name} <span className="text-sm font-normal text-quiet">{hint}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
