import { useState } from 'react';
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/react';
import { sidesOf } from '@eight-up/core/folding/laid-paper';
import type { Printing } from '@eight-up/core/document/printing';
import { unreachedOn } from '@eight-up/core/printing/reach';
import { mostFolios } from '@eight-up/core/folding/nest';
import { useActions } from '../../app/actions.tsx';
import { ChecksSlip } from '../../book/checks-slip.tsx';
import { PrintFiles, usePrintActions } from '../../book/print-files.tsx';
import { SheetOnTable } from '../../book/sheet-on-table.tsx';
import type { OpenBook } from '../../book/use-book.ts';
import { useOpenBook } from '../../book/use-book.ts';
import { useAddress } from '../../ui/use-address.ts';
import { BothFaces } from './both-faces.tsx';
import { CreepAndTrim } from './creep.tsx';
import { PaperAndMarks } from './paper-and-marks.tsx';
import { Poster } from './poster.tsx';
import type { PrintingPanel } from './printing-panel.ts';
import { PrinterReach } from './printer-reach.tsx';

interface Panel {
  readonly id: string;
  readonly name: string;
  readonly show: (panel: PrintingPanel) => React.ReactNode;
}

const isNest = ({ plan }: OpenBook): boolean => mostFolios(plan) > 1;
const printsBacks = ({ plan }: OpenBook): boolean => sidesOf(plan.run.laid, 0).includes('B');

const panelsOf = (book: OpenBook): readonly Panel[] => [
  ...(printsBacks(book)
    ? [{ id: 'faces', name: 'Front and back', show: (panel: PrintingPanel) => <BothFaces {...panel} /> }]
    : [{ id: 'back', name: 'The back of the sheet', show: (panel: PrintingPanel) => <Poster {...panel} /> }]),
  { id: 'reach', name: 'Printer’s reach', show: (panel) => <PrinterReach {...panel} /> },
  { id: 'paper', name: 'Paper and marks', show: (panel) => <PaperAndMarks {...panel} /> },
  ...(isNest(book)
    ? [{ id: 'creep', name: 'Creep and trim', show: (panel: PrintingPanel) => <CreepAndTrim {...panel} /> }]
    : []),
];

/** The face of the sheet as it must print, the files, and everything that decides how they come out. */
export function SheetsStage() {
  const book = useOpenBook();
  const [lit, setLit] = useState<number>();
  useActions(usePrintActions(book));
  const { printing } = book.book;
  const set = (change: Partial<Printing>) =>
    book.change({ kind: 'set-printing', printing: { ...printing, ...change } });
  return (
    <main className="flex h-[calc(100vh-5.6rem)] min-h-[40rem] grow flex-col max-[900px]:h-auto">
      <div className="grid min-h-0 grow grid-cols-[minmax(0,1fr)_290px] gap-8 px-9 pb-3 pt-4 max-[900px]:grid-cols-1">
        <SheetOnTable
          book={book}
          label="The sheet as it prints"
          lit={lit}
          onPoint={setLit}
          margins={unreachedOn(book.plan, book.book)}
        />
        <aside className="-mr-2 flex min-h-0 flex-col gap-3 pr-2 roomy:overflow-auto">
          <PrintFiles book={book} />
          <ChecksSlip book={book} />
        </aside>
      </div>
      <Panels book={book} set={set} />
    </main>
  );
}

/** One of the panels at a time; which one stands in the address. */
function Panels({ book, set }: PrintingPanel) {
  const [search, setAddress] = useAddress();
  const panels = panelsOf(book);
  const chosen = Math.max(
    0,
    panels.findIndex(({ id }) => id === search.get('with')),
  );
  const choose = (index: number) => setAddress({ with: index === 0 ? null : panels[index]!.id });
  return (
    <TabGroup
      selectedIndex={chosen}
      onChange={choose}
      className="flex min-h-44 border-t border-ink bg-wood max-[900px]:flex-col"
    >
      <TabList
        aria-label="How it is printed"
        className="flex w-52 shrink-0 flex-col py-2.5 max-[900px]:w-auto max-[900px]:flex-row"
      >
        {panels.map(({ id, name }) => (
          <Tab
            key={id}
            className="cursor-pointer border-l-8 border-transparent py-1 pl-7 pr-3 text-left font-title text-lg leading-tight hover:bg-shade data-selected:border-ink data-selected:bg-paper data-selected:font-bold"
          >
            {name}
          </Tab>
        ))}
      </TabList>
      <TabPanels className="grow px-7 pb-3 pt-2.5">
        {panels.map(({ id, show }) => (
          <TabPanel key={id} tabIndex={-1}>
            {show({ book, set })}
          </TabPanel>
        ))}
      </TabPanels>
    </TabGroup>
  );
}
