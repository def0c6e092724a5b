import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { RightAnswer } from '@eight-up/core/cutting/ranked';
import type { RankBy } from '@eight-up/core/cutting/plan-on-paper';
import type { Paper } from '@eight-up/core/paper/paper';
import {
  copiesASheetWords,
  costOfAllWords,
  otherWaySentence,
  perSheetSentence,
  presumedGrain,
  rankReason,
  sheetsSentence,
  stockSentence,
} from '@eight-up/words/cutting';
import { grainWords, moneyWords } from '@eight-up/words/papers';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { PlanPicture } from './plan-picture.tsx';

export interface RankedPaperProps {
  readonly book: OpenBook;
  readonly paper: Paper;
  readonly answers: RightAnswer;
  /** fewer sheets are still being looked for */
  readonly searching: boolean;
  readonly nameOf: (piece: string) => string;
  /** the best of all says why it is: in this order */
  readonly bestBy: RankBy | undefined;
  readonly taking: boolean;
  readonly onTake: () => void;
  /** below what it gives */
  readonly beside?: ReactNode;
}

/** A paper that serves: one sheet of its plan, what it gives, what a copy costs, and the way to take it. */
export function RankedPaper(props: RankedPaperProps) {
  const { paper, nameOf } = props;
  return (
    <li className="slip grid grid-cols-[190px_minmax(0,1fr)_auto] gap-5 p-4 max-[760px]:grid-cols-1">
      <PlanPicture paper={paper} plan={props.answers.right.value} nameOf={nameOf} />
      <WhatItGives {...props} />
      <div className="flex flex-col items-end gap-1 text-right">
        <WhatItCosts {...props} />
        <Take {...props} />
      </div>
    </li>
  );
}

const isUnknown = ({ sheet }: Paper): boolean => sheet.fibre === 'unknown';

function WhatItGives({ book, paper, answers, searching, nameOf, bestBy, beside }: RankedPaperProps) {
  const settings = useSettings();
  const { right, other } = answers;
  return (
    <div className="leading-snug">
      <h3 className="text-lg">{paper.name}</h3>
      <p className="text-sm text-quiet">
        {isUnknown(paper) ? presumedGrain(right.value) : grainWords(paper.sheet, settings.unit)}
      </p>
      <p className="mt-1 font-semibold">
        {perSheetSentence(book.plan, right.value, nameOf)} {copiesASheetWords(right.value, paper)}
      </p>
      <p>
        {sheetsSentence(right.value, searching)} {stockSentence(right.value, paper)}
      </p>
      {bestBy && <p className="mt-1">{rankReason(right.value, bestBy, settings)}</p>}
      {beside}
      {isUnknown(paper) && other?.ok && (
        <p className="mt-1 text-blade">
          {otherWaySentence(book.plan, other.value, nameOf)} <ToDrawer {...{ paper, book }}>bend it</ToDrawer>.
        </p>
      )}
    </div>
  );
}

function WhatItCosts({ answers }: RankedPaperProps) {
  const currency = useSettings((s) => s.currency);
  const { costEach, waste } = answers.right.value;
  return (
    <>
      <p className="measure text-lg">{costEach === null ? '' : moneyWords(costEach, currency)}</p>
      <p className="text-sm text-quiet">{costEach === null ? 'price not known' : 'a copy'}</p>
      <p className="text-sm text-quiet">{costOfAllWords(answers.right.value, currency)}</p>
      <p className="text-sm text-quiet">{Math.round(waste * 100)} % left over</p>
    </>
  );
}

/** A paper whose grain is not known is not taken on a guess. */
function Take({ book, paper, bestBy, taking, onTake }: RankedPaperProps) {
  if (isUnknown(paper))
    return (
      <ToDrawer {...{ paper, book }} className="action mt-1">
        Find its grain first
      </ToDrawer>
    );
  return (
    <button
      type="button"
      className={`action mt-1 ${bestBy ? 'action-first' : ''}`}
      onClick={onTake}
      disabled={taking}
      aria-label={`Take this paper: ${paper.name}`}
    >
      Take this paper
    </button>
  );
}

const ToDrawer = ({
  paper,
  book,
  className = 'remedy',
  children,
}: Pick<RankedPaperProps, 'paper' | 'book'> & { readonly className?: string; readonly children: ReactNode }) => (
  <Link to={`/drawer?paper=${paper.id}&book=${book.id}`} className={className}>
    {children}
  </Link>
);
