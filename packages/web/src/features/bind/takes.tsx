import { useMemo } from 'react';
import { lotsOf } from '@eight-up/core/binding/lots';
import { shoppingFor } from '@eight-up/core/binding/shopping';
import { AWL, boughtWords, lotsWords } from '@eight-up/words/binding';
import { counted } from '@eight-up/words/counted';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { NumberField } from '../../ui/number-field.tsx';
import { useBinding } from './use-binding.ts';

/** Everything that the edition takes, to be bought or laid out; and how its holes are pierced in lots. */
export function TakesPanel({ book }: { readonly book: OpenBook }) {
  const unit = useSettings((s) => s.unit);
  const { block, sewing } = useBinding(book);
  const { kit } = book.book;
  const bought = useMemo(() => shoppingFor(book.plan, book.book), [book.plan, book.book]);
  const pierced = sewing?.stitch.fastener === 'thread';
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(310px,370px)] gap-7 max-[1000px]:grid-cols-1">
      <section aria-label="What the edition takes" className="max-w-3xl">
        <div className="flex items-end gap-5">
          <h2 className="grow text-2xl">For {counted(kit.copies, 'copy', 'copies')}</h2>
          <NumberField
            label="Copies"
            value={kit.copies}
            from={1}
            to={100_000}
            digits={0}
            onChange={(copies) => book.change({ kind: 'set-kit', kit: { ...kit, copies } })}
          />
        </div>
        <ul aria-label="To buy or lay out" className="mt-3">
          {bought.map((one, i) => {
            const { what, how } = boughtWords(one, unit);
            return (
              <li key={i} className="flex flex-wrap items-baseline gap-x-4 border-t border-bench-deep py-1.5">
                <span className="font-semibold">{what}</span>
                <span className="measure text-quiet">{how}</span>
              </li>
            );
          })}
        </ul>
        {!bought.some(({ what }) => what === 'paper') && (
          <p className="mt-2 text-quiet">No paper is taken yet: the Paper stage says how many sheets it needs.</p>
        )}
        {!sewing && <p className="mt-2 text-quiet">Nothing holds it yet, so neither thread nor staples are counted.</p>}
      </section>
      {pierced && (
        <aside>
          <section aria-label="Pierced in lots" className="slip p-4">
            <h3 className="text-lg">Pierced in lots</h3>
            <p>{lotsWords(lotsOf(block, kit.copies))}</p>
            <p className="mt-2 border-l-4 border-blade pl-2 text-sm">{AWL}</p>
          </section>
        </aside>
      )}
    </div>
  );
}
