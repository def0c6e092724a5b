import type { Margins } from '@eight-up/core/printer/printer';
import { shrinkOf } from '@eight-up/core/pagination/imposition';
import { usualMeasure } from '@eight-up/core/units/measure';
import { mm, type Nm } from '@eight-up/core/units/nm';
import { useSettings } from '../../base/settings.ts';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';
import type { PrintingPanel } from './printing-panel.ts';

/** What the printer leaves white, and what the pages do about it. */
export function PrinterReach({ book, set }: PrintingPanel) {
  const unit = useSettings((s) => s.unit);
  const { printing } = book.book;
  const shrink = shrinkOf(book.plan, book.book);
  return (
    <section aria-label="What your printer cannot reach">
      <p className="text-sm text-quiet">
        What your printer cannot reach: usual {usualMeasure(mm(3), unit)} to {usualMeasure(mm(5), unit)}, some printers{' '}
        {usualMeasure(mm(13), unit)} at one edge.
      </p>
      <div className="flex flex-wrap items-end gap-x-4 gap-y-1">
        {(['top', 'right', 'bottom', 'left'] as const).map((edge) => (
          <MeasureField
            key={edge}
            label={edge}
            value={printing.unprintable[edge]}
            onChange={(value: Nm) => set({ unprintable: { ...printing.unprintable, [edge]: value } as Margins })}
          />
        ))}
        <Choices
          label={
            shrink < 1 ? `Every page at ${(shrink * 100).toFixed(1)} %, so that folds still meet` : 'Pages at full size'
          }
          value={printing.margin}
          onChange={(margin) => set({ margin })}
          choices={[
            { value: 'shrink', name: 'shrink the pages' },
            { value: 'warn', name: 'only warn' },
          ]}
        />
      </div>
    </section>
  );
}
