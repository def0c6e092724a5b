import { Link, useNavigate } from 'react-router';
import { twoPassFrom, type RehearsalSeen } from '@eight-up/core/printer/feed-rehearsal';
import type { Printer, PrinterDraft, TestPrint } from '@eight-up/core/printer/printer';
import { putBackSentence } from '@eight-up/words/printers';
import { useOpenBook } from '../../book/use-book.ts';
import { PuttingBack } from '../../printing/pile-picture.tsx';
import { usePrinters } from '../../printing/use-printers.ts';
import { Choices } from '../../ui/choices.tsx';
import { useKeptState } from '../../ui/use-kept-state.ts';
import { MeasuredPrint } from './measured-print.tsx';
import { StandIn } from './stand-in.tsx';
import { ThreeLooks } from './three-looks.tsx';

/** Two sheets, two passes, three looks: how this printer has to be fed so that backs meet their fronts; and what a rule tells of its prints. */
export function FeedRehearsal() {
  const book = useOpenBook();
  const navigate = useNavigate();
  const { printers, measuredOf, keep } = usePrinters();
  const { printing } = book.book;
  // Only a printer still kept can be changed; one that was taken away since is kept anew.
  const known = printers.find(({ id }) => id === printing.printer?.id);
  // Left halfway, what was found is there again: three looks are two sheets of paper.
  const [halfway, setHalfway, { letGo, isKept }] = useKeptState<Halfway>(`feed ${book.id}`, {
    duplex: printing.printer?.duplex ?? 'none',
    seen: {},
    name: printing.printer?.name ?? '',
    measured: printing.printer?.measured ?? null,
  });
  const { duplex, seen, name, measured } = halfway;
  const set = (change: Partial<Halfway>) => setHalfway((now) => ({ ...now, ...change }));
  const setSeen = (next: Partial<RehearsalSeen>) => set({ seen: next });
  const setMeasured = (next: TestPrint | null) => set({ measured: next });
  const found = isWhole(seen) ? twoPassFrom(seen) : (printing.printer?.twoPass ?? null);
  const twoPass = duplex === 'none' ? found : null;
  const ready = duplex !== 'none' || twoPass !== null;
  const file = (pass: string) => `/api/books/${book.id}/rehearsal.pdf?pass=${pass}&n=${book.revision}`;
  const draft: PrinterDraft = {
    name: name.trim() || 'My printer',
    duplex,
    twoPass,
    unprintable: printing.unprintable,
    measured,
  };
  const save = () =>
    keep.mutate(
      { id: known?.id, printer: draft },
      {
        onSuccess: ({ printer }) => {
          letGo();
          const flip = printer.duplex === 'none' ? {} : { flip: printer.duplex };
          book.change({ kind: 'set-printing', printing: { ...printing, ...flip, printer } });
          void navigate(`/books/${book.id}/sheets`);
        },
      },
    );
  return (
    <main className="grid grow grid-cols-[minmax(0,1fr)_minmax(300px,420px)] gap-8 px-9 py-4 max-[900px]:grid-cols-1">
      <section aria-label="The rehearsal" className="flex max-w-2xl flex-col gap-4">
        <h2 className="text-2xl">How does your printer feed?</h2>
        <Choices<Printer['duplex']>
          label="Between front and back"
          value={duplex}
          onChange={(next) => set({ duplex: next })}
          choices={[
            { value: 'none', name: 'I put the pile back' },
            { value: 'long-edge', name: 'it turns the sheet, long edge' },
            { value: 'short-edge', name: 'it turns the sheet, short edge' },
          ]}
        />
        {duplex === 'none' && <ThreeLooks file={file} seen={seen} onSeen={setSeen} />}
        {twoPass && (
          <section aria-label="How to put the pile back" className="slip p-4">
            <p role="status" className="font-semibold">
              {putBackSentence(twoPass)}
            </p>
            <PuttingBack move={twoPass.move} />
          </section>
        )}
        {ready ? (
          <section aria-label="Keep the printer" className="slip flex flex-col gap-2 p-4">
            <MeasuredPrint
              paper={book.derived.layout?.paper ?? book.plan.sheet}
              measured={measured}
              last={known && measuredOf(known.id)}
              onMeasured={setMeasured}
              file={file}
            />
            <div className="flex flex-wrap items-end gap-3">
              <label className="grow">
                <span className="block text-sm text-quiet">The printer’s name</span>
                <input
                  className="entry w-full"
                  value={name}
                  maxLength={200}
                  placeholder="My printer"
                  onChange={(event) => set({ name: event.target.value })}
                />
              </label>
              <button
                type="button"
                className="action action-first"
                onClick={save}
                disabled={keep.isPending}
                aria-busy={keep.isPending}
              >
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
          {isKept && (
            <span className="ml-3 text-sm text-quiet">What you answered stays here until the printer is kept.</span>
          )}
        </p>
      </section>
      <StandIn onSeen={setSeen} twoPass={twoPass} />
    </main>
  );
}

interface Halfway {
  readonly duplex: Printer['duplex'];
  readonly seen: Partial<RehearsalSeen>;
  readonly name: string;
  readonly measured: TestPrint | null;
}

const isWhole = (seen: Partial<RehearsalSeen>): seen is RehearsalSeen =>
  seen.onBareFace !== undefined && seen.sameOrder !== undefined && seen.arrowsAgree !== undefined;
