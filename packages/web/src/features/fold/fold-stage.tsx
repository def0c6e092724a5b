import { useEffect, useEffectEvent, useMemo, useState } from 'react';
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { ChevronDownIcon } from '@heroicons/react/24/outline';
import { placeOnTape, poseOnTape, tapeOf } from '@eight-up/core/folding/rehearsal';
import { stepPlace } from '@eight-up/core/folding/step-place';
import { LOOKING_IT_OVER, thingsToSettle } from '@eight-up/words/checks';
import { viewWords } from '@eight-up/words/openings';
import { programmeWords, type StepWords } from '@eight-up/words/steps';
import { useActions } from '../../actions/actions.tsx';
import { BookView } from '../../book-view/book-view.tsx';
import { stepAt } from '../../book-view/props.ts';
import { useOnTape, useTape } from '../../book-view/use-tape.ts';
import { ChecksSlip } from '../../book/checks-slip.tsx';
import { PrintFiles, usePrintActions } from '../../book/print-files.tsx';
import { SheetOnTable } from '../../book/sheet-on-table.tsx';
import { useChecks } from '../../book/use-checks.ts';
import { useOpenBook, type OpenBook } from '../../book/use-book.ts';
import { useAddress } from '../../ui/use-address.ts';
import { useStable } from '../../ui/use-stable.ts';
import { StepRuler } from './step-ruler.tsx';

/** The rehearsal: what to do now and where on the flat sheet, beside the book that it becomes, step by step, then page by page. */
export function FoldStage() {
  const book = useOpenBook();
  const { plan } = book;
  const checks = useChecks(book);
  const { steps, end } = tapeOf(plan);
  const [search, setAddress] = useAddress();
  const start = Math.min(Math.max(Number(search.get('step') ?? 0) || 0, 0), end);
  const tape = useTape(start, end);
  const [lit, setLit] = useState<number | undefined>(() =>
    search.has('page') ? Number(search.get('page')) - 1 : undefined,
  );
  const words = useMemo(() => programmeWords(plan), [plan]);
  const [playing, setPlaying] = useState(false);
  // What is under way is told from its beginning on.
  const whole = useOnTape(tape, Math.ceil);

  const goTo = useStable((position: number) => tape.glideTo(position));
  const step = (by: number) => {
    setPlaying(false);
    goTo(Math.round(tape.target) + by);
  };
  const goOn = useEffectEvent(() => goTo(tape.position + 1));
  const isPlaying = playing && whole < end;
  const rests = useOnTape(tape, (position) => isPlaying && Number.isInteger(position));
  useEffect(() => {
    if (!rests) return;
    const pause = setTimeout(goOn, 450);
    return () => clearTimeout(pause);
  }, [rests, whole]);
  // The address follows once the paper rests, so that a reload shows the same.
  const note = useEffectEvent(() => setAddress({ step: String(Math.round(tape.target)) }));
  useEffect(() => {
    let later: ReturnType<typeof setTimeout>;
    const left = tape.subscribe(() => {
      clearTimeout(later);
      later = setTimeout(note, 350);
    });
    return () => {
      clearTimeout(later);
      left();
    };
  }, [tape]);

  useActions([
    { id: 'step-on', title: 'Next step, next opening', keys: '→', run: () => step(1) },
    { id: 'step-back', title: 'Step back', keys: '←', run: () => step(-1) },
    { id: 'play', title: 'Play, stop', keys: 'Space', run: () => setPlaying(!isPlaying) },
    { id: 'flat', title: 'Back to the flat sheet', keys: 'Home', run: () => step(-end) },
    { id: 'finished', title: 'To the finished book', keys: 'End', run: () => goTo(steps + 1) },
    ...usePrintActions(book),
  ]);

  const seen = stepAt(plan, whole);
  const place = useMemo(() => (seen === undefined ? undefined : stepPlace(plan.run, seen)), [plan, seen]);
  const schematic = useMemo(
    () => seen !== undefined && [0.25, 0.5, 0.75].some((t) => poseOnTape(plan, seen + t).schematic),
    [plan, seen],
  );
  const now = describe(book, words, whole);
  return (
    <main className="flex h-[calc(100vh-5.6rem)] min-h-[36rem] grow flex-col max-[900px]:h-auto">
      <div className="grid min-h-0 grow grid-cols-[minmax(19rem,24rem)_minmax(0,1fr)] gap-x-8 px-9 pt-3 max-[900px]:grid-cols-1">
        <div className="flex min-h-0 min-w-0 flex-col gap-2 overflow-auto pb-1 pr-1 max-[900px]:contents">
          <section aria-label="What to do now" aria-live="polite" className="min-h-[8.4rem] shrink-0">
            <h2 className="text-[1.7rem]">{now.title}</h2>
            <p className="mt-1 text-[1.07rem] leading-snug">{now.sentence}</p>
            {now.caution && <p className="mt-1.5 border-l-4 border-blade pl-2 text-sm">{now.caution}</p>}
          </section>
          <div className="flex min-h-60 grow flex-col max-[900px]:order-3">
            <SheetOnTable
              book={book}
              label="The flat sheet"
              lit={lit}
              onPoint={setLit}
              onChoose={setLit}
              step={place}
            />
          </div>
        </div>
        <section
          aria-label="The book it becomes"
          className="relative flex min-h-72 min-w-0 flex-col max-[900px]:order-2 max-[900px]:min-h-[26rem]"
        >
          <div className="relative z-10 flex items-start justify-end gap-2">
            <Beside name="Files to print">
              <PrintFiles book={book} />
            </Beside>
            <Beside name={checks ? thingsToSettle(checks.open.length) : LOOKING_IT_OVER}>
              <ChecksSlip book={book} />
            </Beside>
          </div>
          <div className="relative min-h-0 grow">
            <div className="absolute inset-0">
              <BookView
                plan={plan}
                placed={book.derived.placed}
                letters={book.derived.letters}
                poster={book.derived.poster}
                book={book}
                tape={tape}
                lit={lit}
                onPoint={setLit}
                label={`${now.title}. ${now.sentence}`}
              />
            </div>
          </div>
          {schematic && (
            <p className="absolute left-0 top-0 border border-ink bg-wood px-2 text-sm font-semibold">schematic</p>
          )}
        </section>
      </div>
      <StepRuler
        end={end}
        words={words}
        tape={tape}
        onGo={goTo}
        playing={isPlaying}
        onPlay={() => setPlaying(!isPlaying)}
      />
    </main>
  );
}

/** What would take the room of the paper stands behind a button over it. */
function Beside({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <Popover className="relative">
      <PopoverButton className="action px-3 py-1.5 text-[0.93rem]">
        {name} <ChevronDownIcon className="size-4" aria-hidden="true" />
      </PopoverButton>
      <PopoverPanel className="absolute right-0 z-30 mt-1 max-h-[70vh] w-72 overflow-auto border border-ink bg-bench p-3">
        {children}
      </PopoverPanel>
    </Popover>
  );
}

/** What the maker sees and does at a position: a step's own words, or which pages lie open. */
function describe(book: OpenBook, words: readonly StepWords[], position: number): StepWords {
  const place = placeOnTape(book.plan, position);
  if (place.kind === 'paper') {
    if (place.done === 0)
      return {
        title: book.plan.form.cutFromSheet ? 'The strips' : 'The printed sheet',
        sentence: book.plan.form.cutFromSheet
          ? 'Cut, numbered on the back in pencil, fronts up and heads away from you. Press → for the first step.'
          : 'Printed side up, its head away from you. Press → for the first fold.',
      };
    return words[place.done - 1]!;
  }
  return viewWords(book.plan.reading, book.derived.names, place.view);
}
