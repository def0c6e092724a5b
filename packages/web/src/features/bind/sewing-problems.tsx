import { remediesFor } from '@eight-up/core/binding/remedies';
import { bindingRemedyWords, stitchProblemWords } from '@eight-up/words/binding';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import type { OpenBinding } from './use-binding.ts';

/** So many are told at once; of a path that goes astray the first say enough. */
const TOLD = 4;

/** What does not go, or does not hold, each with what one press would do about it. */
export function SewingProblems({ book, bound }: { readonly book: OpenBook; readonly bound: OpenBinding }) {
  const unit = useSettings((s) => s.unit);
  const { problems, binding, block, set } = bound;
  const stitch = binding.stitch?.id ?? '';
  const own = binding.ownPath !== null;
  const remedies = problems.map((problem) => remediesFor(problem, book.plan, book.book, binding));
  return (
    <section aria-label="What does not hold" role="alert" className="border-l-4 border-blade bg-paper px-4 py-2">
      <ul>
        {problems.slice(0, TOLD).map((problem, i) => (
          <li key={i} className="py-0.5">
            {stitchProblemWords(problem, unit, block.sections.length)}{' '}
            {!own &&
              remedies[i]!.map((remedy, k) => (
                <button key={k} type="button" className="remedy mr-3" onClick={() => set(remedy.binding)}>
                  {bindingRemedyWords(remedy, stitch, unit)}
                </button>
              ))}
          </li>
        ))}
      </ul>
      {problems.length > TOLD && <p className="text-sm text-quiet">And {problems.length - TOLD} more.</p>}
      {own && (
        <button type="button" className="remedy" onClick={() => set({ ownPath: null })}>
          Go back to the stitch’s own path
        </button>
      )}
    </section>
  );
}
