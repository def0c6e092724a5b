import { useState } from 'react';
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/react';
import type { Printing } from '@eight-up/core/document/printing';
import { unreachedOn } from '@eight-up/core/printing/reach';
import { useActions } from '../../actions/actions.tsx';
import { panelsFor } from '../../base/stage.ts';
import { ChecksSlip } from '../../book/checks-slip.tsx';
import { PrintFiles, usePrintActions } from '../../book/print-files.tsx';
import { SheetOnTable } from '../../book/sheet-on-table.tsx';
import { useOpenBook } from '../../book/use-book.ts';
import { useAddress } from '../../ui/use-address.ts';
import { BothFaces } from './both-faces.tsx';
import { CreepAndTrim } from './creep.tsx';
import { PaperAndMarks } from './paper-and-marks.tsx';
import { Poster } from './poster.tsx';
import type { PrintingPanel } from './printing-panel.ts';
import { PrinterReach } from './printer-reach.tsx';
import { PANELS, type SheetsPanel } from './panels.ts';

const SHOWN: Readonly<Record<SheetsPanel, (panel: PrintingPanel) => React.ReactNode>> = {
  faces: (panel) => <BothFaces {...panel} />,
  back: (panel) => <Poster {...panel} />,
  reach: (panel) => <PrinterReach {...panel} />,
  paper: (panel) => <PaperAndMarks {...panel} />,
  creep: (panel) => <CreepAndTrim {...panel} />,
};

/** The face of the sheet as it must print, the files, and everything that decides how they come out. */
export function SheetsStage() {
  const book = useOpenBook();
  const [lit, setLit] = useState<number>();
  useActions(usePrintActions(book));
  const { printing } = book.book;
  const set = (change: Partial<Printing>) =>
    book.change({ kind: 'set-printing', printing: { ...printing, ...change } });
  return (
    <main className="fills flex grow flex-col">
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
  const panels = panelsFor(PANELS, book);
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
        {panels.map(({ id }) => (
          <TabPanel key={id} tabIndex={-1}>
            {SHOWN[id as SheetsPanel]({ book, set })}
          </TabPanel>
        ))}
      </TabPanels>
    </TabGroup>
  );
}
