import { useMemo, useState, type ReactNode } from 'react';
import { type BookKind, type Corner } from '@eight-up/core/cutting/sheet-becomes';
import { USUAL_KIT, type CuttingManner } from '@eight-up/core/document/kit';
import { parentOf } from '@eight-up/core/cutting/kit';
import type { FormChoice } from '@eight-up/core/forms/planned-book';
import type { Paper } from '@eight-up/core/paper/paper';
import { nm } from '@eight-up/core/units/nm';
import { useSettings } from '../base/settings.ts';
import { Choices } from '../ui/choices.tsx';
import { useCuttingJob } from '../workers/use-cutting-job.ts';
import { BySize } from './becomes-by-size.tsx';
import { OfOneSize } from './becomes-of-one-size.tsx';
import { ShownCorner } from './shown-corner.tsx';
import { StartFromCorner } from './start-from-corner.tsx';

interface BecomesProps {
  readonly paper: Paper;
  readonly manner?: CuttingManner;
  /** what taking a size does; left out: it starts a new book */
  readonly take?: (corner: Corner, kind: BookKind) => ReactNode;
  /** the book that is asked for: its kind is shown first */
  readonly first?: FormChoice;
}

/** "I have this paper": what one sheet makes, asked either way: every page size of one kind of book, or every kind of book with pages of one size. */
export function Becomes({ paper, manner = USUAL_KIT.manner, take, first }: BecomesProps) {
  const tab = useSettings((s) => s.tab);
  const found = useCuttingJob('kinds', { tab }, String(tab));
  const kinds = found.answer;
  const [asked, setAsked] = useState<'sizes' | 'kinds'>('sizes');
  const sheet = useMemo(() => {
    const parent = parentOf(paper, { manner });
    const { left, right, top, bottom } = parent.trims;
    return { width: nm(parent.width - left - right), height: nm(parent.height - top - bottom), fibre: parent.fibre };
  }, [paper, manner]);
  if (!kinds) return <p role="status">Folding every form once to see what it takes …</p>;
  const shown = (corner: Corner | undefined) => {
    const kind = kinds.find(({ id }) => id === corner?.kind);
    return (
      corner &&
      kind && (
        <ShownCorner paper={paper} manner={manner} corner={corner} kind={kind}>
          {take ? take(corner, kind) : <StartFromCorner paper={paper} corner={corner} kind={kind} />}
        </ShownCorner>
      )
    );
  };
  return (
    <div className="flex flex-col gap-3">
      <Choices<'sizes' | 'kinds'>
        label="You ask"
        value={asked}
        onChange={setAsked}
        choices={[
          { value: 'sizes', name: 'which page sizes one kind of book has' },
          { value: 'kinds', name: 'what has pages of one size' },
        ]}
      />
      {asked === 'sizes' ? (
        <BySize sheet={sheet} kinds={kinds} first={first} shown={shown} />
      ) : (
        <OfOneSize sheet={sheet} kinds={kinds} shown={shown} />
      )}
    </div>
  );
}
