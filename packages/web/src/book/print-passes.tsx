import { Dialog, DialogPanel, DialogTitle } from '@headlessui/react';
import { sidesOf } from '@eight-up/core/folding/laid-paper';
import { sheetsForEdition } from '@eight-up/core/cutting/kit';
import type { TwoPass } from '@eight-up/core/printer/feed-rehearsal';
import { papersForEdition } from '@eight-up/core/printing/print-layout';
import { flipForPass } from '@eight-up/core/printer/printer';
import { counted } from '@eight-up/words/counted';
import { putBackSentence } from '@eight-up/words/printers';
import { MadeLink } from '../makings/made-link.tsx';
import { useSettings } from '../base/settings.ts';
import { PuttingBack } from '../printing/pile-picture.tsx';
import type { OpenBook } from './use-book.ts';

/** How both faces come onto paper in two passes by hand; undefined where the printer turns sheets itself, or only one face is printed. */
export function passesOf({ book, plan }: Pick<OpenBook, 'book' | 'plan'>): TwoPass | undefined {
  const hasBacks = sidesOf(plan.run.laid, 0).includes('B') || book.poster !== null;
  return hasBacks ? (book.printing.printer?.twoPass ?? undefined) : undefined;
}

/** The files of the two passes: of the book, or of its numbered dummy. */
export function usePassFiles(book: OpenBook, two: TwoPass, of: 'print' | 'dummy') {
  const unit = useSettings((s) => s.unit);
  const paper = of === 'print' ? (book.derived.layout?.paper ?? book.plan.sheet) : book.plan.sheet;
  const address = (query: string) =>
    `/api/books/${book.id}/${of}.pdf?${query}${of === 'dummy' ? `&unit=${unit}` : ''}&n=${book.revision}`;
  return {
    fronts: address('pass=fronts'),
    backs: address(`pass=backs&order=${two.order}&flip=${flipForPass(paper, two)}`),
  };
}

/** How often the file is printed, and how many papers that takes. */
export function runWords(book: OpenBook): string {
  const { kit } = book.book;
  const { layout } = book.derived;
  const copies = kit.copies === 1 ? 'One copy' : `${kit.copies} copies`;
  const edition = layout && book.book.printing.onto ? papersForEdition(layout, kit) : sheetsForEdition(book.plan, kit);
  const what = book.book.printing.onto ? 'paper' : 'sheet';
  const runs = layout ? layout.runs : kit.copies;
  const times = runs > 1 ? `; print the file ${runs} times` : '';
  return `${copies}: ${counted(edition.copies, what)} to print, ${edition.withSpares} with spares${times}.`;
}

interface PrintPassesProps {
  readonly book: OpenBook;
  readonly two: TwoPass;
  readonly of: 'print' | 'dummy';
  readonly onClose: () => void;
}

/** Printing in two passes, in the order in which hands do it: the fronts, the pile put back, the backs. */
export function PrintPasses({ book, two, of, onClose }: PrintPassesProps) {
  const files = usePassFiles(book, two, of);
  const { printer } = book.book.printing;
  return (
    <Dialog open onClose={onClose} className="relative z-50">
      <div className="fixed inset-0 flex items-center justify-center bg-ink/40 p-6">
        <DialogPanel className="slip max-h-[90vh] w-full max-w-2xl overflow-auto p-7">
          <DialogTitle className="text-2xl">
            {of === 'print' ? 'Print in two passes' : 'The numbered dummy, in two passes'}
          </DialogTitle>
          <p className="mb-4 mt-1 text-quiet">
            On “{printer!.name}”. {of === 'print' ? runWords(book) : 'One copy, on cheap paper.'}
          </p>
          <ol className="flex flex-col gap-4">
            <Pass n={1} file={files.fronts}>
              All fronts
            </Pass>
            <li className="grid grid-cols-[2rem_8rem_minmax(0,1fr)] items-center gap-x-3">
              <b className="font-title text-xl">2</b>
              <PuttingBack move={two.move} />
              <p>{putBackSentence(two)}</p>
            </li>
            <Pass n={3} file={files.backs}>
              All backs
            </Pass>
          </ol>
          <p className="mt-4 text-sm text-quiet">
            At 100 %, never “fit to page”.{of === 'print' && ' One copy first; the rest when it folds right.'}
          </p>
          <button type="button" className="action mt-4" onClick={onClose}>
            Close
          </button>
        </DialogPanel>
      </div>
    </Dialog>
  );
}

function Pass({ n, file, children }: { readonly n: number; readonly file: string; readonly children: string }) {
  return (
    <li className="grid grid-cols-[2rem_minmax(0,1fr)] items-center">
      <b className="font-title text-xl">{n}</b>
      <MadeLink className="action action-first w-fit" href={file} title={children}>
        {children}
      </MadeLink>
    </li>
  );
}
