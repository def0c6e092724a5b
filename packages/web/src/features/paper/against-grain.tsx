import { useState } from 'react';
import type { PaperAnswers } from '@eight-up/core/cutting/plan-on-paper';
import type { Paper } from '@eight-up/core/paper/paper';
import { carelessSentence } from '@eight-up/words/cutting';
import { PlanPicture } from './plan-picture.tsx';

/** What a paper would seem to gain against the grain; taken only with a reason. */
export function AgainstGrain({
  paper,
  answers,
  nameOf,
  onTake,
}: {
  readonly paper: Paper;
  readonly answers: PaperAnswers;
  readonly nameOf: (piece: string) => string;
  readonly onTake: (reason: string) => void;
}) {
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  if (!answers.careless.ok) return null;
  const right = answers.right.ok ? answers.right.value : undefined;
  return (
    <li className="grid grid-cols-[120px_minmax(0,1fr)] gap-4 border-b border-bench-deep py-2">
      <PlanPicture paper={paper} plan={answers.careless.value} nameOf={nameOf} className="h-20 w-full" />
      <div>
        <p>
          <strong>{paper.name}.</strong> {carelessSentence(right, answers.careless.value)}
        </p>
        {asking ? (
          <form
            className="mt-1 flex flex-wrap items-end gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              onTake(reason.trim());
            }}
          >
            <label className="grow">
              <span className="block text-sm text-quiet">
                Why it is right for this book (may stay empty); it is kept on the record
              </span>
              <input
                autoFocus
                className="entry w-full"
                value={reason}
                maxLength={500}
                onChange={(event) => setReason(event.target.value)}
              />
            </label>
            <button type="submit" className="action">
              Take it, knowing
            </button>
            <button type="button" className="remedy pb-2" onClick={() => setAsking(false)}>
              Leave it
            </button>
          </form>
        ) : (
          <button
            type="button"
            className="quiet-remedy"
            aria-label={`Take it all the same …: ${paper.name}, against the grain`}
            onClick={() => setAsking(true)}
          >
            Take it all the same …
          </button>
        )}
      </div>
    </li>
  );
}
