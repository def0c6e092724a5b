import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { twoPassFrom, type RehearsalSeen } from '@eight-up/core/printing/feed-rehearsal';
import { putBackSentence } from '@eight-up/words/printers';
import { useOpenBook } from '../../book/use-book.ts';
import { PuttingBack } from '../../printing/pile-picture.tsx';
import { usePrinters } from '../../printing/use-printers.ts';
import { Choices } from '../../ui/choices.tsx';
import { StandIn } from './stand-in.tsx';

/** Two sheets, two passes, three looks: how this printer has to be fed so that backs meet their fronts. */
export function FeedRehearsal() {
  const book = useOpenBook();
  const navigate = useNavigate();
  const { keep } = usePrinters();
  const [seen, setSeen] = useState<Partial<RehearsalSeen>>({});
  const [name, setName] = useState('');
  const done = isWhole(seen) ? twoPassFrom(seen) : undefined;
  const see = (part: Partial<RehearsalSeen>) => setSeen({ ...seen, ...part });
  const file = (pass: string) => `/api/books/${book.id}/rehearsal.pdf?pass=${pass}&n=${book.revision}`;
  const { printing } = book.book;
  const save = () =>
    keep.mutate(
      {
        name: name.trim() || 'My printer',
        duplex: 'none',
        twoPass: done!,
        unprintable: printing.unprintable,
        measured: null,
      },
      {
        onSuccess: (printer) => {
          book.change({ kind: 'set-printing', printing: { ...printing, printer } });
          void navigate(`/books/${book.id}/sheets`);
        },
      },
    );
  return (
    <main className="grid grow grid-cols-[minmax(0,1fr)_minmax(300px,420px)] gap-8 px-9 py-4 max-[900px]:grid-cols-1">
      <section aria-label="The rehearsal" className="flex max-w-2xl flex-col gap-4">
        <h2 className="text-2xl">How does your printer feed?</h2>
        <ol className="flex list-decimal flex-col gap-3 pl-5">
          <li>
            <a className="remedy" href={file('fronts')} target="_blank" rel="noreferrer">
              Print sheets 1 and 2
            </a>{' '}
            on two bare sheets, at 100 %. Look where they lie, and touch nothing yet.
          </li>
          <li>
            Put the two back into the tray <strong>just as they came out</strong>, without turning them, and{' '}
            <a className="remedy" href={file('backs')} target="_blank" rel="noreferrer">
              print A and B
            </a>
            .
          </li>
          <li>
            Look at what lies there.
            <Choices<string>
              label="A and B came"
              value={told(seen.onBareFace)}
              onChange={(value) => see({ onBareFace: value === 'yes' })}
              choices={[
                { value: 'yes', name: 'on the bare faces' },
                { value: 'no', name: 'over 1 and 2' },
              ]}
            />
            <Choices<string>
              label="On sheet 1 stands"
              value={told(seen.sameOrder)}
              onChange={(value) => see({ sameOrder: value === 'yes' })}
              choices={[
                { value: 'yes', name: 'A' },
                { value: 'no', name: 'B' },
              ]}
            />
            <Choices<string>
              label="The arrows of one sheet (turned over like a page, if they are on two faces)"
              value={told(seen.arrowsAgree)}
              onChange={(value) => see({ arrowsAgree: value === 'yes' })}
              choices={[
                { value: 'yes', name: 'point the same way' },
                { value: 'no', name: 'point against each other' },
              ]}
            />
          </li>
        </ol>
        {done ? (
          <section aria-label="How to put the pile back" className="slip p-4">
            <p role="status" className="font-semibold">
              {putBackSentence(done)}
            </p>
            <PuttingBack move={done.move} />
            <div className="mt-2 flex flex-wrap items-end gap-3">
              <label className="grow">
                <span className="block text-sm text-quiet">The printer’s name</span>
                <input
                  className="entry w-full"
                  value={name}
                  maxLength={200}
                  placeholder="My printer"
                  onChange={(event) => setName(event.target.value)}
                />
              </label>
              <button type="button" className="action action-first" onClick={save} disabled={keep.isPending}>
                Keep it, and print this book so
              </button>
            </div>
            {keep.isError && (
              <p role="alert" className="mt-1 text-blade">
                {keep.error.message}
              </p>
            )}
          </section>
        ) : (
          <p className="text-quiet">Three looks tell it all: there are only eight ways a printer can feed.</p>
        )}
        <p>
          <Link className="remedy" to={`/books/${book.id}/sheets`}>
            Back to the sheets
          </Link>
        </p>
      </section>
      <StandIn onSeen={setSeen} />
    </main>
  );
}

const told = (answer: boolean | undefined): string => (answer === undefined ? '' : answer ? 'yes' : 'no');

const isWhole = (seen: Partial<RehearsalSeen>): seen is RehearsalSeen =>
  seen.onBareFace !== undefined && seen.sameOrder !== undefined && seen.arrowsAgree !== undefined;
