import { otherStitch } from '@eight-up/core/binding/remedies';
import { problemsOf, sewingWith } from '@eight-up/core/binding/sewn-book';
import { STITCHES } from '@eight-up/core/stitches/registry';
import { stitchProblemWords } from '@eight-up/words/binding';
import { stitchWords } from '@eight-up/words/stitches/registry';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import type { OpenBinding } from './use-binding.ts';

/** Every stitch: those that suit this book as they are, first; the others with what stands against them. */
export function StitchChooser({ book, bound }: { readonly book: OpenBook; readonly bound: OpenBinding }) {
  const unit = useSettings((s) => s.unit);
  const { binding, set } = bound;
  const chosen = binding.stitch?.id;
  const offered = STITCHES.map(({ id }) => {
    const stitch = otherStitch(binding.stitch?.parameters ?? {}, id);
    const [against] = problemsOf(sewingWith(book.plan, book.book, { ...binding, ownPath: null, stitch }));
    return { id, stitch, against };
  });
  const suits = offered.filter(({ against }) => !against);
  const others = offered.filter(({ against }) => against);
  return (
    <section aria-label="Stitches" className="max-w-3xl">
      {!chosen && <h2 className="mb-2 text-2xl">What is to hold it?</h2>}
      <ul className="border-t border-bench-deep">
        {[...suits, ...others].map(({ id, stitch, against }) => {
          const { name, holds } = stitchWords(id);
          return (
            <li key={id} className="border-b border-bench-deep">
              <button
                type="button"
                aria-pressed={id === chosen}
                onClick={() => set({ stitch, ownPath: null })}
                className={`block w-full px-2 py-2 text-left hover:bg-choose-pale ${id === chosen ? 'bg-choose-pale' : ''}`}
              >
                <span className="block font-title text-lg font-bold first-letter:uppercase">{name}</span>
                <span className="block">{holds}</span>
                {against && (
                  <span className="block text-sm text-quiet">
                    {stitchProblemWords(against, unit, bound.block.sections.length)}
                  </span>
                )}
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
