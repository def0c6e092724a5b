import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { AS_IT_FITS, type PageMargins, type Placing } from '@eight-up/core/document/pages';
import type { Nm } from '@eight-up/core/units/nm';
import type { OpenBook } from '../../book/use-book.ts';
import { MeasureField } from '../../ui/measure-field.tsx';
import { NumberField } from '../../ui/number-field.tsx';

const MARGINS: readonly (readonly [keyof PageMargins, string])[] = [
  ['head', 'head'],
  ['foreEdge', 'fore-edge'],
  ['tail', 'tail'],
  ['spine', 'spine'],
];

/** Where the picture lies, to the number: pushed, turned, scaled, and the space kept free round it. */
export function PlaceByNumbers({ book, page }: { readonly book: OpenBook; readonly page: number }) {
  const content = book.book.pages[page]?.content;
  if (!content) return null;
  const placing = content.placing ?? AS_IT_FITS;
  const set = (change: Partial<Placing>) => book.change({ kind: 'adjust', page, placing: { ...placing, ...change } });
  return (
    <Disclosure>
      <DisclosureButton className="remedy text-sm">By numbers</DisclosureButton>
      <DisclosurePanel className="mt-2 grid grid-cols-2 gap-x-3 gap-y-1.5">
        <MeasureField label="to the right" value={placing.right} onChange={(right: Nm) => set({ right })} />
        <MeasureField label="down" value={placing.down} onChange={(down: Nm) => set({ down })} />
        <NumberField
          label="turned, degrees"
          value={placing.turn}
          from={-360}
          to={360}
          onChange={(turn) => set({ turn })}
        />
        <NumberField
          label="size, per cent"
          value={Math.round(placing.scale * 1000) / 10}
          from={1}
          to={10_000}
          onChange={(percent) => set({ scale: percent / 100 })}
        />
        <p className="col-span-2 mt-1 text-sm text-quiet">Kept free round it at the</p>
        {MARGINS.map(([edge, name]) => (
          <MeasureField
            key={edge}
            label={name}
            value={placing.margins[edge]}
            onChange={(value: Nm) => set({ margins: { ...placing.margins, [edge]: value } })}
          />
        ))}
        {content.placing && (
          <button
            type="button"
            className="remedy col-span-2 justify-self-start text-sm"
            onClick={() => book.change({ kind: 'adjust', page, placing: null })}
          >
            Back to where it was laid
          </button>
        )}
      </DisclosurePanel>
    </Disclosure>
  );
}
