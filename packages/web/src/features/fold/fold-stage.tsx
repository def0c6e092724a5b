import { useEffect, useEffectEvent, useMemo, useState } from 'react';
import { placeOnTape, poseOnTape, tapeOf } from '@eight-up/core/folding/rehearsal';
import { programmeWords, type StepWords } from '@eight-up/words/steps';
import { useActions } from '../../app/actions.tsx';
import { BookView } from '../../book-view/book-view.tsx';
import { useTape } from '../../book-view/use-tape.ts';
import { ChecksSlip } from '../../book/checks-slip.tsx';
import { PrintFiles, usePrintActions } from '../../book/print-files.tsx';
import { SheetOnTable } from '../../book/sheet-on-table.tsx';
import { useOpenBook, type OpenBook } from '../../book/use-book.ts';
import { useAddress } from '../../ui/use-address.ts';
import { StepRuler } from './step-ruler.tsx';

/** The rehearsal: the flat sheet beside the book it becomes, step by step, then page by page. */
export function FoldStage() {
  const book = useOpenBook();
  const { plan } = book;
  const { steps, end } = tapeOf(plan);
  const [search, setAddress] = useAddress();
  const start = Math.min(Math.max(Number(search.get('step') ?? 0) || 0, 0), end);
  const tape = useTape(start, end);
  const [lit, setLit] = useState<number | undefined>(() =>
    search.has('page') ? Number(search.get('page')) - 1 : undefined,
  );
  const words = useMemo(() => programmeWords(plan), [plan]);
  const [playing, setPlaying] = useState(false);

  const goTo = (position: number) => {
    tape.glideTo(position);
    setAddress({ step: String(Math.round(Math.min(Math.max(position, 0), end))) });
  };
  const step = (by: number) => {
    setPlaying(false);
    goTo(Math.round(tape.target.current) + by);
  };
  const goOn = useEffectEvent(() => goTo(tape.position + 1));
  const isPlaying = playing && tape.position < end;
  const atRest = Number.isInteger(tape.position);
  useEffect(() => {
    if (!isPlaying || !atRest) return;
    const pause = setTimeout(goOn, 450);
    return () => clearTimeout(pause);
  }, [isPlaying, atRest, tape.position]);

  useActions([
    { id: 'step-on', title: 'Next step, next opening', keys: '→', run: () => step(1) },
    { id: 'step-back', title: 'Step back', keys: '←', run: () => step(-1) },
    { id: 'play', title: 'Play, stop', keys: 'Space', run: () => setPlaying(!isPlaying) },
    { id: 'flat', title: 'Back to the flat sheet', keys: 'Home', run: () => step(-end) },
    { id: 'finished', title: 'To the finished book', keys: 'End', run: () => goTo(steps + 1) },
    ...usePrintActions(book),
  ]);

  const schematic = useMemo(() => poseOnTape(plan, tape.position).schematic, [plan, tape.position]);
  const now = describe(book, words, tape.position);
  return (
    <main className="flex h-[calc(100vh-5.6rem)] min-h-[38rem] grow flex-col max-[1100px]:h-auto">
      <div className="grid min-h-0 grow grid-cols-[minmax(0,10fr)_minmax(0,9fr)_250px] grid-rows-[minmax(0,1fr)_auto] gap-x-6 gap-y-2 px-9 pt-4 max-[1100px]:grid-cols-2">
        <SheetOnTable book={book} label="The flat sheet" lit={lit} onPoint={setLit} onChoose={setLit} />
        <section aria-label="The book it becomes" className="relative flex min-h-72 min-w-0 flex-col">
          <div className="relative min-h-0 grow">
            <div className="absolute inset-0">
              <BookView
                plan={plan}
                placed={book.placed}
                letters={book.letters}
                poster={book.poster}
                book={book}
                position={tape.position}
                lit={lit}
                onPoint={setLit}
                label={`${now.title}. ${now.sentence}`}
              />
            </div>
          </div>
          {schematic && (
            <p className="absolute right-0 top-0 border border-ink bg-wood px-2 text-sm font-semibold">schematic</p>
          )}
        </section>
        <section aria-label="What to do now" aria-live="polite" className="col-span-2 row-start-2 min-h-[6.2rem]">
          <h2 className="text-2xl">{now.title}</h2>
          <p className="max-w-[68ch]">{now.sentence}</p>
          {now.caution && <p className="mt-1 max-w-[80ch] border-l-4 border-blade pl-2 text-sm">{now.caution}</p>}
        </section>
        <aside className="col-start-3 row-span-2 row-start-1 -mr-2 flex min-h-0 flex-col gap-3 pb-2 pr-2 roomy:overflow-auto max-[1100px]:col-span-2 max-[1100px]:col-start-1 max-[1100px]:row-span-1 max-[1100px]:row-start-3">
          <PrintFiles book={book} />
          <ChecksSlip book={book} />
        </aside>
      </div>
      <StepRuler
        book={book}
        words={words}
        position={tape.position}
        onGo={goTo}
        onScrub={tape.jumpTo}
        playing={isPlaying}
        onPlay={() => setPlaying(!isPlaying)}
      />
    </main>
  );
}

/** What the maker sees and does at a position: a step's own words, or which pages lie open. */
function describe(book: OpenBook, words: readonly StepWords[], position: number): StepWords {
  const place = placeOnTape(book.plan, position);
  if (place.kind === 'paper') {
    if (place.done === 0)
      return {
        title: 'The printed sheet',
        sentence: 'Printed side up, its head away from you. Press → for the first fold.',
      };
    return words[place.done - 1]!;
  }
  return viewWords(book, place.view);
}

export function viewWords({ plan, names }: Pick<OpenBook, 'plan' | 'names'>, view: number): StepWords {
  const { left, right, gap, hinge, row, opened, unfolded } = plan.reading.views[view]!;
  const name = (page: number | null) => (page === null ? 'blank paper' : `page ${names[page]}`);
  if (gap === 'front')
    return { title: 'The book, closed', sentence: `The front cover is ${name(right)}. Press → to turn its pages.` };
  if (gap === 'back') return { title: 'The back', sentence: `The back cover is ${name(left)}.` };
  const listed = row?.map((page) => names[page]).join(', ');
  if (unfolded)
    return {
      title: unfolded.over ? 'Turned over' : 'Unfolded',
      sentence: `Side by side lie pages ${listed}.`,
    };
  if (opened)
    return { title: 'A flap opened out', sentence: `Side by side lie pages ${listed}. Folded in, it shows its front.` };
  const around = hinge === 'spine' ? '' : ` This is a fold-out: it opens round its fold at the ${hinge}.`;
  return {
    title: `Pages ${left === null ? '–' : names[left]} and ${right === null ? '–' : names[right]}`,
    sentence: `The book lies open at ${name(left)} and ${name(right)}.${around}`,
  };
}
