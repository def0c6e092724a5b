import { CREEP_MODELS, type Creep, type Printing } from '@eight-up/core/book/document';
import { creepOf, creepPerFolio, sectionThickness } from '@eight-up/core/pagination/creep';
import { measure } from '@eight-up/core/units/measure';
import type { Nm } from '@eight-up/core/units/nm';
import { useSettings } from '../../app/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';

const MODEL_WORDS: Readonly<Record<Creep['model'], string>> = {
  none: 'leave it',
  crisp: 'crisp folds',
  rounded: 'rounded',
  squared: 'squared spine',
  measured: 'measured',
};

/** Inner folios push out at the fore-edge: how far, and what the pages do about it. */
export function CreepChoice({
  book,
  set,
}: {
  readonly book: OpenBook;
  readonly set: (change: Partial<Printing>) => void;
}) {
  const unit = useSettings((s) => s.unit);
  const { creep } = book.book.printing;
  const last = book.plan.run.sheet.sheets - 1;
  const known = book.book.papers.text?.paper.caliper?.thickness;
  const change = (with_: Partial<Creep>) => set({ creep: { ...creep, ...with_ } });
  return (
    <section aria-label="Creep">
      <h2 className="text-lg">
        Creep{' '}
        <span className="font-text text-sm font-normal text-quiet">
          closed, the nest is {measure(sectionThickness(book.plan, book.book), unit)} thick
        </span>
      </h2>
      <div className="flex flex-wrap items-end gap-x-4">
        <Choices<Creep['model']>
          label={
            creep.model === 'none'
              ? 'Inner folios push out past the outer ones'
              : `${measure(creepPerFolio(creep), unit)} a folio: the innermost pages move ${measure(creepOf(last, creep), unit)} to the spine`
          }
          value={creep.model}
          onChange={(model) => change({ model })}
          choices={CREEP_MODELS.map((model) => ({ value: model, name: MODEL_WORDS[model] }))}
        />
        <MeasureField
          label="paper, thick"
          value={creep.thickness}
          onChange={(thickness: Nm) => change({ thickness })}
        />
        {known !== undefined && known !== creep.thickness && (
          <button type="button" className="remedy pb-2 text-sm" onClick={() => change({ thickness: known })}>
            as the paper taken
          </button>
        )}
        {creep.model === 'measured' && (
          <MeasureField label="a folio" value={creep.measured} onChange={(measured: Nm) => change({ measured })} />
        )}
        {creep.model !== 'none' && (
          <Choices<Creep['keep']>
            label="What stays as laid"
            value={creep.keep}
            onChange={(keep) => change({ keep })}
            choices={[
              { value: 'margin', name: 'outer margin' },
              { value: 'centre', name: 'middle' },
            ]}
          />
        )}
      </div>
    </section>
  );
}
