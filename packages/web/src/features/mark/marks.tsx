import { useMemo, useState } from 'react';
import type { Reading } from '@eight-up/core/cutting/marks';
import { fingerprint } from '@eight-up/core/cutting/jobs';
import { marksOfBook, SCORE_TOOLS, workOn, type SheetMarks, type WorkedMark } from '@eight-up/core/marks/sheet-marks';
import { alikeMarks } from '@eight-up/core/print-jobs/marks-job';
import { measure } from '@eight-up/core/units/measure';
import {
  alikeName,
  beginsWords,
  exactWords,
  FACE_WORDS,
  markWords,
  NOTHING_TO_MARK,
  PENCIL,
  placeWords,
  READING_WORDS,
  SCORE_ABOVE,
  takeUpWords,
  TOOL_HOW,
  TOOL_WORDS,
  TORN_MARKS,
  TURN_OVER,
} from '@eight-up/words/marks';
import { BLADE } from '@eight-up/words/steps';
import { useActions } from '../../actions/actions.tsx';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { MadeLink } from '../../makings/made-link.tsx';
import { Choices } from '../../ui/choices.tsx';
import { useBenchHand } from './bench-hand.ts';
import { MarkedSheet } from './marked-sheet.tsx';
import { useTakeUp } from './use-hand.ts';

/** One thing to do: a mark of a sheet, on one face. */
interface ToTick {
  readonly key: string;
  readonly group: number;
  readonly place: number;
  readonly mark: WorkedMark;
}

/** Every mark of every kind of sheet, ticked off one by one; the sheet as it lies, the next mark on it told so that it is read at arm's length. */
export function Marks({ book }: { readonly book: OpenBook }) {
  const unit = useSettings((s) => s.unit);
  const { tool, fine, ticked, set } = useBenchHand();
  const { takeUp, measured } = useTakeUp(book);
  const reading: Reading = unit === 'mm' ? 'mm' : fine;
  const groups = useMemo(() => alikeMarks(marksOfBook(book.plan, takeUp)), [book.plan, takeUp]);
  const key = useMemo(() => `${book.id} ${fingerprint(groups)}`, [book.id, groups]);
  const done = useMemo(() => new Set(ticked[key]), [ticked, key]);
  const work = useMemo(() => groups.map(([sheet]) => workOn(sheet!, tool)), [groups, tool]);
  const all = work.flatMap((marks, group) =>
    marks.map((mark, place): ToTick => ({ key: keyOf(group, mark), group, place, mark })),
  );
  const next = all.find((one) => !done.has(one.key));
  const [shown, setShown] = useState<number>();
  const at = Math.min(shown ?? next?.group ?? 0, groups.length - 1);
  const tick = (one: string, on: boolean) => {
    const { [key]: before = [], ...others } = ticked;
    set({ ticked: { ...others, [key]: on ? [...before, one] : before.filter((other) => other !== one) } });
  };
  const tickNext = () => {
    if (!next) return;
    tick(next.key, true);
    setShown(undefined);
  };
  useActions([{ id: 'mark-done', title: 'This mark is made', keys: 'Space', run: tickNext }]);
  const sheet = groups[at]?.[0];
  if (!sheet) return <p className="slip max-w-xl p-5">{NOTHING_TO_MARK}</p>;
  const isNext = next?.group === at ? next.place : undefined;
  const here = work[at]!;
  const exact = next && exactWords(next.mark, reading);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(300px,350px)] gap-7 max-[1000px]:grid-cols-1">
      <div className="flex min-w-0 flex-col gap-3">
        <section
          aria-label="The next mark"
          aria-live="polite"
          className="flex items-center gap-5 border-b border-bench-deep pb-3"
        >
          <div className="min-w-0 grow">
            {next ? (
              <>
                <p className="text-sm text-quiet">
                  {alikeName(book.plan, groups[next.group]!)}, {FACE_WORDS[next.mark.side]} up, mark {next.place + 1} of{' '}
                  {work[next.group]!.length} · {done.size} of {all.length} made
                </p>
                <h2 className="measure leading-tight" style={{ fontSize: '2.3rem' }}>
                  {placeWords(next.mark, reading)}
                </h2>
                <p className="text-xl">
                  {markWords(next.mark, groups[next.group]![0]!, tool, reading)}
                  {exact && <span className="ml-3 text-base text-quiet">{exact}</span>}
                </p>
                {next.mark.side === 'B' && work[next.group]![next.place - 1]?.side !== 'B' && (
                  <p className="font-semibold">{TURN_OVER}</p>
                )}
              </>
            ) : (
              <h2 className="text-2xl">All {all.length} marks are made.</h2>
            )}
          </div>
          {next ? (
            <button type="button" className="action action-first px-6 py-4 text-lg" onClick={tickNext}>
              Made <span className="key">Space</span>
            </button>
          ) : (
            <button type="button" className="remedy" onClick={() => set({ ticked: { ...ticked, [key]: [] } })}>
              Begin again
            </button>
          )}
        </section>
        <SheetTabs book={book} groups={groups} at={at} onShow={setShown} />
        <MarkedSheet
          plan={book.plan}
          group={groups[at]!}
          tool={tool}
          reading={reading}
          next={isNext === undefined ? undefined : here[isNext]}
          made={(mark) => done.has(keyOf(at, mark))}
        />
        <ol aria-label={`Marks of ${alikeName(book.plan, groups[at]!)}`} className="max-w-2xl">
          {here.map((mark, i) => (
            <li key={keyOf(at, mark)} className={`border-t border-bench-deep ${i === isNext ? 'bg-choose-pale' : ''}`}>
              {mark.side === 'B' && here[i - 1]?.side !== 'B' && <p className="px-1 pt-1 text-sm">{TURN_OVER}</p>}
              <label className="flex cursor-pointer items-baseline gap-3 px-1 py-1">
                <input
                  type="checkbox"
                  checked={done.has(keyOf(at, mark))}
                  onChange={({ target }) => tick(keyOf(at, mark), target.checked)}
                />
                <span className="measure min-w-44 font-semibold">{placeWords(mark, reading)}</span>
                <span>
                  {markWords(mark, sheet, tool, reading)}{' '}
                  <span className="text-sm text-quiet">{exactWords(mark, reading)}</span>
                </span>
              </label>
            </li>
          ))}
        </ol>
      </div>
      <aside className="flex flex-col gap-3">
        <section aria-label="How it is marked" className="slip p-4">
          <Choices
            label="Folds are scored with"
            value={tool}
            onChange={(chosen) => set({ tool: chosen })}
            choices={SCORE_TOOLS.map((one) => ({ value: one, name: TOOL_WORDS[one] }))}
          />
          <p className="text-sm">{TOOL_HOW[tool]}</p>
          {unit === 'in' && (
            <Choices
              label="Read off to"
              value={fine}
              onChange={(chosen) => set({ fine: chosen })}
              choices={(['sixteenths', 'thirty-seconds', 'sixty-fourths'] as const).map((one) => ({
                value: one,
                name: READING_WORDS[one],
              }))}
            />
          )}
          {takeUp > 0 && (
            <p className="mt-2 border-t border-bench-deep pt-2 text-sm">
              {takeUpWords(book.plan, groups.flat(), takeUp, unit)}{' '}
              {measured ? 'Measured on this paper.' : 'Usual for paper so heavy; a test strip tells your own.'}
            </p>
          )}
          {sheet.jig && (
            <p className="mt-2 border-t border-bench-deep pt-2 text-sm">
              A card to fold by: <span className="measure font-semibold">{measure(sheet.jig, unit)}</span> wide.
            </p>
          )}
          {book.book.kit.manner.edge === 'torn' && <p className="mt-2 text-sm">{TORN_MARKS}</p>}
          <p className="mt-2 border-t border-bench-deep pt-2 text-sm">
            {PENCIL} {SCORE_ABOVE}
          </p>
          <p className="mt-2 border-l-4 border-blade pl-2 text-sm">{BLADE}</p>
        </section>
        <MarksFiles book={book} sheet={sheet} takeUp={takeUp} />
      </aside>
    </div>
  );
}

/** A mark keeps its tick whichever tool scores it. */
const keyOf = (group: number, { mark: { axis, at }, lines }: WorkedMark): string =>
  `${group} ${axis} ${at} ${lines.map(({ kind }) => kind).join()}`;

function SheetTabs({
  book,
  groups,
  at,
  onShow,
}: {
  readonly book: OpenBook;
  readonly groups: readonly (readonly SheetMarks[])[];
  readonly at: number;
  readonly onShow: (at: number) => void;
}) {
  const follows = book.plan.form.cutFromSheet !== undefined;
  if (groups.length < 2 && !follows) return null;
  return (
    <div role="group" aria-label="Which sheet" className="flex flex-wrap gap-2">
      {groups.map((group, i) => {
        const [one] = group;
        return (
          <button
            key={group.map(({ sheet }) => sheet).join()}
            type="button"
            aria-pressed={i === at}
            onClick={() => onShow(i)}
            className={`border border-ink px-2 py-0.5 text-left ${i === at ? 'bg-ink text-paper' : 'bg-paper hover:bg-choose-pale'}`}
          >
            <span className="font-semibold">{alikeName(book.plan, group)}</span>
            {follows && one!.begins && (
              <span className="ml-2 text-sm">
                <span aria-hidden="true">{one!.begins === 'valley' ? '▽ ' : '▲ '}</span>
                {beginsWords(one!)}
              </span>
            )}
          </button>
        );
      })}
    </div>
  );
}

function MarksFiles({
  book,
  sheet,
  takeUp,
}: {
  readonly book: OpenBook;
  readonly sheet: SheetMarks;
  readonly takeUp: number;
}) {
  const unit = useSettings((s) => s.unit);
  const { tool, fine } = useBenchHand();
  const query = new URLSearchParams({ tool, unit, fine, takeUp: String(takeUp) });
  const href = (file: string, more: Readonly<Record<string, string>> = {}) =>
    `/api/books/${book.id}/${file}?${new URLSearchParams({ ...Object.fromEntries(query), ...more })}`;
  const page = unit === 'mm' ? 'a4' : 'letter';
  const faces = [...new Set(workOn(sheet, tool).map(({ side }) => side))];
  const one = { sheet: String(sheet.sheet + 1) };
  return (
    <section aria-label="Marks on paper" className="slip p-4">
      <h3 className="text-lg">On paper</h3>
      <ul className="flex flex-col gap-1">
        <li>
          <MadeLink className="remedy" href={href('marks.pdf', { size: 'bench' })} title="Bench sheet">
            Bench sheet, to read at arm’s length
          </MadeLink>
        </li>
        <li>
          <MadeLink className="remedy" href={href('marks.pdf', { size: 'tiled', paper: page })} title="Marks at 1 : 1">
            Templates at 1 : 1, over {page === 'a4' ? 'A4' : 'letter'}
          </MadeLink>
        </li>
        <li>
          <MadeLink className="remedy" href={href('marks.pdf')} title="Marks at 1 : 1, whole">
            Templates at 1 : 1, each sheet whole
          </MadeLink>
        </li>
        {faces.map((face) => (
          <li key={face} className="text-sm">
            This sheet, {FACE_WORDS[face]}:{' '}
            <a className="remedy" href={href('marks.svg', { ...one, face })} target="_blank" rel="noreferrer">
              SVG
            </a>{' '}
            <a className="remedy" href={href('marks.dxf', { ...one, face })} target="_blank" rel="noreferrer">
              DXF
            </a>
          </li>
        ))}
        <li className="text-sm">
          <a className="remedy" href={href('marks.csv')} target="_blank" rel="noreferrer">
            All marks as a table (CSV)
          </a>
        </li>
      </ul>
    </section>
  );
}
