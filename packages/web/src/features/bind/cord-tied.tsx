import { cordLength } from '@eight-up/core/binding/shopping';
import type { Sewing } from '@eight-up/core/stitches/sewing';
import { measure } from '@eight-up/core/units/measure';
import { stitchAnswer, stitchWords } from '@eight-up/words/stitches/registry';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';

/** A cord has no stations: how it is laid, and how long it is cut. */
export function CordTied({ book, sewing }: { readonly book: OpenBook; readonly sewing: Sewing }) {
  const unit = useSettings((s) => s.unit);
  const { made, tied } = stitchWords(sewing.stitch.id);
  return (
    <section aria-label="The cord" className="max-w-3xl">
      <h2 className="text-2xl">
        A cord of <span className="measure">{measure(cordLength(book.plan), unit)}</span>, tied{' '}
        {stitchAnswer(sewing.stitch.id, 'knot', String(sewing.parameters['knot']))}
      </h2>
      <p className="mt-2">{made}</p>
      <p className="mt-2">{tied}</p>
      <p className="mt-2 text-sm text-quiet">Once in through the middle, once along the spine, and a bow.</p>
    </section>
  );
}
