import { Link } from 'react-router';
import { PLAIN_PAPER } from '@eight-up/core/paper/paper';
import { namedSizeOf } from '@eight-up/core/paper/sheet-size';
import { measureSize } from '@eight-up/core/units/measure';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { usePapers } from '../../paper/use-papers.ts';

interface NoPaperYetProps {
  readonly book: OpenBook;
  /** in front of what can be done about it */
  readonly children: string;
}

/** A drawer without the paper that is asked for is no dead end: the book's own sheet is one to plan with. */
export function NoPaperYet({ book, children }: NoPaperYetProps) {
  const unit = useSettings((s) => s.unit);
  const { add } = usePapers();
  const { sheet } = book.book;
  const size = measureSize(sheet.width, sheet.height, unit);
  const named = namedSizeOf(sheet.width, sheet.height)?.name;
  return (
    <div className="slip max-w-xl p-5">
      <p className="mb-3">{children}</p>
      <p className="flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <button
          type="button"
          className="action action-first"
          disabled={add.isPending}
          aria-busy={add.isPending}
          onClick={() =>
            add.mutate([{ ...PLAIN_PAPER, name: named ? `The book’s ${named}` : 'The book’s sheet', sheet }])
          }
        >
          Plan with the book’s own sheet, {size}
        </button>
        <Link to={`/drawer?book=${book.id}`} className="remedy">
          Open the drawer
        </Link>
      </p>
      {add.isError && (
        <p role="alert" className="mt-2 text-blade">
          {add.error.message}
        </p>
      )}
    </div>
  );
}
