import type { Sewing } from '@eight-up/core/stitches/sewing';
import { measure } from '@eight-up/core/units/measure';
import { STAPLER } from '@eight-up/words/binding';
import { counted } from '@eight-up/words/counted';
import { stitchWords } from '@eight-up/words/stitches/registry';
import { useSettings } from '../../base/settings.ts';
import { FoldPicture } from './fold-picture.tsx';
import type { OpenBinding } from './use-binding.ts';

/** Where the staples go in, and what legs they need. */
export function StaplesPlaced({ bound, sewing }: { readonly bound: OpenBinding; readonly sewing: Sewing }) {
  const unit = useSettings((s) => s.unit);
  const { made, tied } = stitchWords(sewing.stitch.id);
  const { legs, leg, count } = sewing.staples!;
  return (
    <section aria-label="The staples" className="flex flex-col gap-3">
      <h2 className="text-2xl">
        {counted(count, 'staple')}, legs of {measure(leg, unit)} at least
      </h2>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(14rem,19rem)] gap-6 max-[900px]:grid-cols-1">
        <FoldPicture
          height={bound.block.height}
          sections={1}
          sewing={sewing}
          section={1}
          passes={0}
          label={`The fold from inside and outside with ${counted(count, 'staple')}`}
        />
        <ol aria-label="Where they go in">
          {legs.map(([from, to], i) => (
            <li key={i} className="border-t border-bench-deep py-1">
              <span className="font-semibold">{i + 1}</span>: legs{' '}
              <span className="measure">{measure(from, unit)}</span> and{' '}
              <span className="measure">{measure(to, unit)}</span> from the head
            </li>
          ))}
        </ol>
      </div>
      <p className="max-w-3xl">
        {made} {tied}
      </p>
      <p className="max-w-3xl border-l-4 border-blade pl-2 text-sm">{STAPLER}</p>
    </section>
  );
}
