import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { ChevronLeftIcon } from '@heroicons/react/24/outline';
import { PAPER_KINDS, PLAIN_PAPER, type Paper } from '@eight-up/core/paper/paper';
import { KIND_WORDS } from '@eight-up/words/papers';
import { counted } from '@eight-up/words/counted';
import { useActions } from '../../actions/actions.tsx';
import { CurrencyChoice } from '../../ui/currency-choice.tsx';
import { UnitSwitch } from '../../ui/unit-switch.tsx';
import { Becomes } from '../../paper/becomes.tsx';
import { DrawerFiles } from './drawer-files.tsx';
import { PaperEditor } from './paper-editor.tsx';
import { PaperInDrawer } from './paper-in-drawer.tsx';
import { useDrawerActs } from './use-drawer-acts.ts';

/** The drawer of papers: what lies there, what is known of each, what one sheet can become. */
export function Drawer() {
  const navigate = useNavigate();
  const [query, setQuery] = useSearchParams();
  const acts = useDrawerActs();
  const { papers } = acts;
  const chosen = papers.find(({ id }) => id === query.get('paper')) ?? papers[0];
  const becomes = query.get('look') === 'becomes';
  // Who comes from a book finds the way back to it.
  const from = query.get('book');
  const back = from ? `/books/${from}/paper` : '/';
  const open = (id: string, look?: 'becomes') =>
    setQuery(
      { paper: id, ...(look ? { look } : {}), ...(from ? { book: from } : {}) },
      { replace: query.get('paper') === id },
    );
  // In a narrow window it lies below the list: a paper chosen comes into view.
  const looked = useRef<HTMLElement>(null);
  const asked = useRef(false);
  useEffect(() => {
    const top = looked.current?.getBoundingClientRect().top ?? 0;
    if (asked.current && top > window.innerHeight / 2) looked.current?.scrollIntoView({ block: 'start' });
    asked.current = false;
  }, [query]);
  const putIn = async () => {
    asked.current = true;
    const paper = await acts.putIn({ ...PLAIN_PAPER, name: `Paper ${papers.length + 1}` });
    if (paper) open(paper.id);
  };
  useActions([
    { id: 'put-paper-in', title: 'Put a paper in the drawer', keys: 'N', run: () => void putIn() },
    { id: 'undo', title: 'Undo', keys: 'Ctrl Z', run: acts.undo, enabled: acts.canUndo },
    { id: 'shelf', title: 'Back to the shelf', keys: 'H', run: () => void navigate('/') },
  ]);
  return (
    <div className="flex min-h-screen flex-col">
      <header className="flex flex-wrap items-start justify-between gap-x-8 gap-y-2 px-9 pb-3 pt-4">
        <div>
          <h1 className="flex items-center gap-2 text-[2rem]">
            <Link
              to={back}
              aria-label={from ? 'Back to the book' : 'Back to the shelf'}
              className="-ml-2 p-1 text-quiet hover:text-ink"
            >
              <ChevronLeftIcon className="size-6" />
            </Link>
            The drawer
          </h1>
          <p className="pl-8 text-quiet">
            {papers.length > 0 && `${counted(papers.length, 'paper')} · `}measures in <UnitSwitch /> ·{' '}
            <CurrencyChoice />
            {from && (
              <>
                {' · '}
                <Link to={back} className="remedy">
                  Back to the book
                </Link>
              </>
            )}
          </p>
        </div>
        <div className="flex flex-wrap items-start gap-x-5 gap-y-2">
          <Link to="/pile" className="remedy self-center">
            Books cut from one pile
          </Link>
          <DrawerFiles acts={acts} />
          <button type="button" className="action action-first" onClick={() => void putIn()}>
            Put a paper in <span className="key">N</span>
          </button>
        </div>
      </header>
      {acts.failure && (
        <div role="alert" className="mx-9 mb-3 flex items-baseline gap-4 border-l-8 border-blade bg-paper px-4 py-2.5">
          <p className="grow">{acts.failure.message}</p>
          {acts.again && (
            <button type="button" className="remedy" onClick={acts.again}>
              Write mine over it
            </button>
          )}
          <button type="button" className="remedy" onClick={acts.dismissFailure}>
            Understood
          </button>
        </div>
      )}
      {acts.isEmpty ? (
        <Empty onStarter={acts.takeStarter} onOwn={() => void putIn()} />
      ) : (
        <main className="grid grow grid-cols-[minmax(300px,380px)_minmax(0,1fr)] border-t border-ink max-[1000px]:grid-cols-1">
          <nav aria-label="Papers in the drawer" className="border-r border-ink bg-wood">
            <div className="px-5 py-3 roomy:sticky roomy:top-0 roomy:max-h-screen roomy:overflow-auto">
              {PAPER_KINDS.map((kind) => (
                <Kind key={kind} title={KIND_WORDS[kind].many} papers={papers.filter((paper) => paper.kind === kind)}>
                  {(paper) => (
                    <PaperInDrawer
                      key={paper.id}
                      paper={paper}
                      open={paper.id === chosen?.id}
                      onOpen={() => {
                        asked.current = true;
                        open(paper.id, becomes ? 'becomes' : undefined);
                      }}
                    />
                  )}
                </Kind>
              ))}
            </div>
          </nav>
          {chosen && (
            <section ref={looked} aria-label={chosen.name} className="min-w-0 scroll-mt-3 px-8 py-4">
              <p className="mb-3 flex gap-6">
                <Look on={!becomes} onClick={() => open(chosen.id)}>
                  What is known of it
                </Look>
                <Look on={becomes} onClick={() => open(chosen.id, 'becomes')}>
                  What one sheet can become
                </Look>
              </p>
              {becomes ? <Becomes paper={chosen} /> : <PaperEditor key={chosen.id} paper={chosen} acts={acts} />}
            </section>
          )}
        </main>
      )}
      {acts.takenOut && <TakenOut paper={acts.takenOut} onBack={acts.undo} />}
    </div>
  );
}

function Look({ on, onClick, children }: { on: boolean; onClick: () => void; children: string }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onClick}
      className={`font-title text-xl font-bold ${on ? 'border-b-4 border-ink' : 'text-quiet hover:text-ink'}`}
    >
      {children}
    </button>
  );
}

function Kind({
  title,
  papers,
  children,
}: {
  readonly title: string;
  readonly papers: readonly Paper[];
  readonly children: (paper: Paper) => React.ReactNode;
}) {
  if (papers.length === 0) return null;
  return (
    <>
      <h2 className="mb-1 mt-2 text-lg">{title}</h2>
      <ul>{papers.map(children)}</ul>
    </>
  );
}

function Empty({ onStarter, onOwn }: { readonly onStarter: () => void; readonly onOwn: () => void }) {
  const [asked, setAsked] = useState(false);
  return (
    <main className="px-9 py-6">
      <div className="slip max-w-xl p-6">
        <h2 className="mb-2 text-2xl">The drawer is empty</h2>
        <p className="mb-4">
          Say which papers you have, their size and which way their fibres run, and every book can be counted, cut and
          priced on each of them.
        </p>
        <p className="flex flex-wrap gap-3">
          <button
            type="button"
            className="action action-first"
            disabled={asked}
            onClick={() => {
              setAsked(true);
              onStarter();
            }}
          >
            Begin with common sizes
          </button>
          <button type="button" className="action" onClick={onOwn}>
            Put in one of your own
          </button>
        </p>
      </div>
    </main>
  );
}

function TakenOut({ paper, onBack }: { readonly paper: Paper; readonly onBack: () => void }) {
  return (
    <div role="status" className="slip fixed bottom-5 left-1/2 z-30 flex -translate-x-1/2 gap-5 px-5 py-3">
      <span>“{paper.name}” is out of the drawer.</span>
      <button type="button" className="remedy" onClick={onBack}>
        Put it back
      </button>
    </div>
  );
}
