import type { SheetMarks } from '@eight-up/core/marks/sheet-marks';
import { alikeName, beginsWords } from '@eight-up/words/marks';
import type { OpenBook } from '../../book/use-book.ts';

/** Each kind of sheet; strips whose folds begin the other way are told apart by a sign. */
export function WhichSheet({
  book,
  groups,
  at,
  onShow,
}: {
  readonly book: OpenBook;
  readonly groups: readonly (readonly SheetMarks[])[];
  readonly at: number;
  readonly onShow: (at: number) => void;
}) {
  const follows = book.plan.form.cutFromSheet !== undefined;
  if (groups.length < 2 && !follows) return null;
  return (
    <div role="group" aria-label="Which sheet" className="flex flex-wrap gap-2">
      {groups.map((group, i) => {
        const [one] = group;
        return (
          <button
            key={group.map(({ sheet }) => sheet).join()}
            type="button"
            aria-pressed={i === at}
            onClick={() => onShow(i)}
            className={`border border-ink px-2 py-0.5 text-left ${i === at ? 'bg-ink text-paper' : 'bg-paper hover:bg-choose-pale'}`}
          >
            <span className="font-semibold">{alikeName(book.plan, group)}</span>
            {follows && one!.begins && (
              <span className="ml-2 text-sm">
                <span aria-hidden="true">{one!.begins === 'valley' ? '▽ ' : '▲ '}</span>
                {beginsWords(one!)}
              </span>
            )}
          </button>
        );
      })}
    </div>
  );
}
