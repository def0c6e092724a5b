import type { OpenBook } from '../../book/use-book.ts';
import { NeedleWay } from './needle-way.tsx';
import { SewingProblems } from './sewing-problems.tsx';
import { StaplesPlaced } from './staples-placed.tsx';
import { StitchChooser } from './stitch-chooser.tsx';
import { StitchSettings } from './stitch-settings.tsx';
import { CordTied } from './cord-tied.tsx';
import { useBinding } from './use-binding.ts';

/** Which stitch, where its stations are, and the way of its needle, pass by pass. */
export function HoldPanel({ book }: { readonly book: OpenBook }) {
  const bound = useBinding(book);
  const { sewing, binding, problems } = bound;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(310px,370px)] gap-7 max-[1000px]:grid-cols-1">
      <div className="flex min-w-0 flex-col gap-3">
        {problems.length > 0 && <SewingProblems book={book} bound={bound} />}
        {!binding.stitch && <StitchChooser book={book} bound={bound} />}
        {sewing?.path && <NeedleWay bound={bound} sewing={sewing} />}
        {sewing?.staples && <StaplesPlaced bound={bound} sewing={sewing} />}
        {sewing?.stitch.fastener === 'cord' && <CordTied book={book} sewing={sewing} />}
      </div>
      {binding.stitch && (
        <aside className="flex flex-col gap-3">
          <StitchSettings book={book} bound={bound} />
        </aside>
      )}
    </div>
  );
}
