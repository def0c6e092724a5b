import { useMemo, useState } from 'react';
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { givingWay } from '@eight-up/core/book/spread-pages';
import { pagesOfPart, spreadPages } from '@eight-up/core/pagination/spread';
import { spreadWays, stretchFrom } from '@eight-up/core/pagination/spread-ways';
import { splitSentence, spreadWayWords } from '@eight-up/words/pages';
import type { Part, SpreadHow, SpreadOver } from '@eight-up/core/document/pages';
import { hiddenInGutter, meetsPage } from '@eight-up/core/pagination/gutter';
import { folioOfPage } from '@eight-up/core/folding/nest';
import { mm } from '@eight-up/core/units/nm';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { NumberField } from '../../ui/number-field.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';
import { textLines } from './text-lines.ts';
import { KeepClearMarks } from './keep-clear-marks.tsx';

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
        Two pieces of paper that must meet. {splitSentence(derived.names[outer]!, hidden, unit)}
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
  const ways = useMemo(() => spreadWays(plan, page), [plan, page]);
  const side = stretchFrom(plan, page);
  const [many, setMany] = useState(4);
  const part = book.book.pages[page]!.content?.part;
  const laid = part && JSON.stringify([part.over, part.how]);
  const lay = (over: SpreadOver, how: SpreadHow, others?: 'move-on') => {
    const content = book.book.pages[page]!.content!;
    book.change({ kind: 'spread', page, over, how, ...(others ? { others } : {}) });
    // What a PDF says in letters is watched without being marked. One that cannot be read just is not.
    textLines(book, content).then(
      (clear) => clear.length > 0 && book.change({ kind: 'keep-clear', page, clear }),
      () => undefined,
    );
  };
  return (
    <ul className="mt-1 flex flex-col gap-1">
      {side > 2 && (
        <li className="flex items-end gap-2">
          <NumberField
            label="Panels from this one on"
            value={Math.min(many, side)}
            digits={0}
            from={2}
            to={side}
            onChange={setMany}
          />
          <button
            type="button"
            className="action py-1"
            onClick={() => lay({ kind: 'stretch', from: page, to: page + Math.min(many, side) - 1 }, 'in-the-book')}
          >
            Lay it over these
          </button>
        </li>
      )}
      {ways.map((way) => {
        const { over, how } = way;
        const { name, hint } = spreadWayWords(way, derived.names, plan.run.glued.length > 0);
        const across = way.kind === 'opening' ? spreadPages(plan, over, how).map((one) => one.page) : [];
        const displaced = givingWay(book.book, page, across);
        return (
          <li key={name}>
            <button
              type="button"
              className="action w-full flex-col items-start gap-0 py-1"
              aria-pressed={JSON.stringify([over, how]) === laid}
              onClick={() => lay(over, how)}
            >
              {name} <span className="text-sm font-normal text-quiet">{hint}</span>
            </button>
            {displaced.map((one) => (
              <p key={one} className="mt-0.5 pl-3 text-sm">
                The picture of page {derived.names[one]} goes to the tray.{' '}
                <button type="button" className="remedy" onClick={() => lay(over, how, 'move-on')}>
                  Or lay it so and move the rest on by one
                </button>
              </p>
            ))}
          </li>
        );
      })}
    </ul>
  );
}
