import { useMemo, useState } from 'react';
import type { Reading } from '@eight-up/core/cutting/marks';
import { fingerprint } from '@eight-up/core/cutting/jobs';
import { marksOfBook, scoresFolds, SCORE_TOOLS, workOn, type WorkedMark } from '@eight-up/core/marks/sheet-marks';
import { alikeMarks } from '@eight-up/core/print-jobs/marks-job';
import { measure } from '@eight-up/core/units/measure';
import {
  alikeName,
  editionCountWords,
  exactWords,
  FACE_WORDS,
  markWords,
  NOTHING_TO_MARK,
  PENCIL,
  placeWords,
  READING_WORDS,
  scoreSentence,
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
import { Choices } from '../../ui/choices.tsx';
import { useBenchHand } from './bench-hand.ts';
import { MarkedSheet } from './marked-sheet.tsx';
import { MarksFiles } from './marks-files.tsx';
import { useTakeUp } from './use-hand.ts';
import { WhichSheet } from './which-sheet.tsx';

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
  const made = all.filter((one) => done.has(one.key)).length;
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
  const scored = scoresFolds(book.book);
  const count = editionCountWords(groups[at]!.length, book.book.kit.copies);
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
                  {work[next.group]!.length} · {made} of {all.length} made
                </p>
                <h2 className="measure leading-tight" style={{ fontSize: '2.3rem' }}>
                  {placeWords(next.mark, reading)}
                </h2>
                <p className="text-xl">
                  {markWords(next.mark, groups[next.group]![0]!, scored ? tool : null, reading)}
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
        <WhichSheet book={book} groups={groups} at={at} onShow={setShown} />
        <MarkedSheet
          plan={book.plan}
          group={groups[at]!}
          tool={tool}
          reading={reading}
          next={isNext === undefined ? undefined : here[isNext]}
          made={(mark) => done.has(keyOf(at, mark))}
        />
        {count && (
          <p className="-mb-2 font-semibold first-letter:uppercase">
            {alikeName(book.plan, groups[at]!)}: {count}.
          </p>
        )}
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
                  {markWords(mark, sheet, scored ? tool : null, reading)}{' '}
                  <span className="text-sm text-quiet">{exactWords(mark, reading)}</span>
                </span>
              </label>
            </li>
          ))}
        </ol>
      </div>
      <aside className="flex flex-col gap-3">
        <section aria-label="How it is marked" className="slip p-4">
          {scored && (
            <>
              <Choices
                label="Folds are scored with"
                value={tool}
                onChange={(chosen) => set({ tool: chosen })}
                choices={SCORE_TOOLS.map((one) => ({ value: one, name: TOOL_WORDS[one] }))}
              />
              <p className="text-sm">{TOOL_HOW[tool]}</p>
            </>
          )}
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
            {PENCIL} {scoreSentence(book.book)}
          </p>
          <p className="mt-2 border-l-4 border-blade pl-2 text-sm">{BLADE}</p>
        </section>
        <MarksFiles book={book} sheet={sheet} takeUp={takeUp} />
      </aside>
    </div>
  );
}

/** A mark keeps its tick whichever face is scored, as long as the same stretches of it are worked together. */
const keyOf = (group: number, { mark: { axis, at }, lines }: WorkedMark): string =>
  `${group} ${axis} ${at} ${lines.map(({ kind }) => kind).join()}`;
