import { memo, useMemo, useState } from 'react';
import { sidesOf } from '@eight-up/core/folding/laid-paper';
import type { Margins } from '@eight-up/core/printer/printer';
import type { StepPlace } from '@eight-up/core/folding/step-place';
import { nestMarks } from '@eight-up/core/output/nest-marks';
import { useActions } from '../actions/actions.tsx';
import { LineLegend } from '../sheet-view/line-legend.tsx';
import { SheetView } from '../sheet-view/sheet-view.tsx';
import { useAddress } from '../ui/use-address.ts';
import type { OpenBook } from './use-book.ts';

interface SheetOnTableProps {
  readonly book: OpenBook;
  readonly label: string;
  readonly lit: number | undefined;
  readonly onPoint: (page: number | undefined) => void;
  readonly onChoose?: (page: number) => void;
  /** what a step of folding is about, lit up; the sheet that it is about lies on top unless another is taken */
  readonly step?: StepPlace | undefined;
  /** the strip that the printer leaves white */
  readonly margins?: Margins;
}

/** The flat sheet as it lies before the maker, to be turned over and round as the hands would; which face is up stands in the address. */
export const SheetOnTable = memo(function SheetOnTable({
  book,
  label,
  lit,
  onPoint,
  onChoose,
  step,
  margins,
}: SheetOnTableProps) {
  const [search, setAddress] = useAddress();
  const [turns, setTurns] = useState(0);
  const turnedOver = search.get('face') === 'B';
  const sheets = book.plan.run.laid.sheets.length;
  const panel = step?.creases[0]?.panel ?? step?.faces[0]?.panel;
  const ofStep = panel === undefined ? 0 : book.plan.run.laid.panels[panel]!.sheet;
  const asked = search.has('sheet') ? Number(search.get('sheet')) - 1 : ofStep;
  const sheet = Math.min(Math.max(asked, 0), sheets - 1) || 0;
  const pagesBehind = sidesOf(book.plan.run.laid, 0).includes('B');
  const take = (next: number) => setAddress({ sheet: next === 0 && !step ? null : String(next + 1) });
  // Over the maker's pictures numbers stand only when they are asked for, or where a page is pointed at.
  const numbered = search.get('numbers') === '1';
  const number = () => setAddress({ numbers: numbered ? null : '1' });
  const { plan } = book;
  const { printing } = book.book;
  const marks = useMemo(
    () => nestMarks(plan, printing, sheet, turnedOver ? 'B' : 'A'),
    [plan, printing, sheet, turnedOver],
  );
  const turnRound = () => setTurns((turns + 1) % 4);
  const turnOver = () => setAddress({ face: turnedOver ? null : 'B' });
  useActions([
    { id: 'turn-over', title: 'Turn the sheet over', keys: 'T', run: turnOver },
    { id: 'rotate', title: 'Turn the sheet round', keys: 'R', run: turnRound },
    { id: 'numbers', title: 'Page numbers on the pictures', keys: 'N', run: number },
    {
      id: 'sheet-before',
      title: 'The sheet outside this one',
      keys: ',',
      run: () => take(sheet - 1),
      enabled: sheet > 0,
    },
    {
      id: 'sheet-after',
      title: 'The sheet inside this one',
      keys: '.',
      run: () => take(sheet + 1),
      enabled: sheet < sheets - 1,
    },
  ]);
  return (
    <section className="flex min-h-0 min-w-0 flex-col" aria-label={label}>
      <p className="mb-1 flex flex-wrap items-baseline justify-between gap-x-4 text-quiet">
        <span>
          {sheets > 1 && `sheet ${sheet + 1} of ${sheets}, `}face{' '}
          {turnedOver ? (pagesBehind ? 'B up' : book.derived.poster ? 'B up, the poster' : 'B up, unprinted') : 'A up'}{' '}
          · marks from the left edge
        </span>
        <span className="flex flex-wrap gap-x-4">
          {sheets > 1 && (
            <>
              <button
                type="button"
                className="remedy disabled:opacity-40"
                disabled={sheet === 0}
                onClick={() => take(sheet - 1)}
              >
                Sheet before
              </button>
              <button
                type="button"
                className="remedy disabled:opacity-40"
                disabled={sheet === sheets - 1}
                onClick={() => take(sheet + 1)}
              >
                Sheet after
              </button>
            </>
          )}
          <button type="button" className="remedy" aria-pressed={numbered} onClick={number}>
            {numbered ? 'Without numbers' : 'Page numbers'}
          </button>
          <button type="button" className="remedy" onClick={turnOver}>
            Turn over
          </button>
          <button type="button" className="remedy" onClick={turnRound}>
            Turn round
          </button>
        </span>
      </p>
      <SheetView
        plan={book.plan}
        names={book.derived.names}
        placed={book.derived.placed}
        letters={book.derived.letters}
        poster={book.derived.poster}
        book={book}
        turns={turns}
        turnedOver={turnedOver}
        sheet={sheet}
        step={step}
        showNumbers={numbered}
        lit={lit}
        onPoint={onPoint}
        {...(onChoose ? { onChoose } : {})}
        marks={marks}
        {...(margins ? { margins } : {})}
        className="min-h-0 w-full grow"
      />
      <LineLegend plan={book.plan} sheet={sheet} />
    </section>
  );
});
