import { pagesPaper } from '@eight-up/core/document/document';
import { CREEP_MODELS, type Creep } from '@eight-up/core/document/printing';
import { creepOf, creepPerFolio, sectionThickness } from '@eight-up/core/pagination/creep';
import { mostFolios } from '@eight-up/core/folding/nest';
import { closedSize } from '@eight-up/core/output/nest-marks';
import { measure, measureSize, usualMeasure } from '@eight-up/core/units/measure';
import { mm, type Nm } from '@eight-up/core/units/nm';
import { TRIM_CAUTION } from '@eight-up/words/cutting';
import { useSettings } from '../../base/settings.ts';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';
import { MeasuredCreep } from './measured-creep.tsx';
import { CreepPicture } from './creep-picture.tsx';
import type { PrintingPanel } from './printing-panel.ts';

const MODEL_WORDS: Readonly<Record<Creep['model'], string>> = {
  none: 'leave it',
  crisp: 'crisp folds',
  rounded: 'rounded',
  squared: 'squared spine',
  measured: 'measured',
};

/** Above this the steps of the fore-edge are trimmed (usual). */
const STEPPED = mm(1);

/** Inner folios push out at the fore-edge: how far, what the pages do about it, and what is trimmed off. */
export function CreepAndTrim({ book, set }: PrintingPanel) {
  const unit = useSettings((s) => s.unit);
  const { creep, trim, trimHead, trimTail } = book.book.printing;
  const folios = mostFolios(book.plan);
  const known = pagesPaper(book.book)?.paper.caliper?.thickness;
  const change = (with_: Partial<Creep>) => set({ creep: { ...creep, ...with_ } });
  const size = closedSize(book.plan, book.book.printing);
  const out = (folios - 1) * creepPerFolio(creep);
  return (
    <section aria-label="Creep and trim" className="flex flex-wrap gap-x-8">
      <div className="flex min-w-0 flex-1 flex-wrap items-end gap-x-4">
        <Choices<Creep['model']>
          label={
            creep.model === 'none'
              ? 'Inner folios push out past the outer ones'
              : `${measure(creepPerFolio(creep), unit)} a folio: the innermost pages move ${measure(creepOf(folios - 1, creep), unit)} to the spine`
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
        <MeasuredCreep book={book} take={(measured) => change({ model: 'measured', measured })} />
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
        <MeasureField label="trimmed off the fore-edge" value={trim} onChange={(next: Nm) => set({ trim: next })} />
        <MeasureField label="the head" value={trimHead} onChange={(next: Nm) => set({ trimHead: next })} />
        <MeasureField label="the tail" value={trimTail} onChange={(next: Nm) => set({ trimTail: next })} />
        {(trim > 0 || trimHead > 0 || trimTail > 0) && (
          <p className="max-w-96 pb-1 text-sm">
            Closed and trimmed {measureSize(size.width, size.height, unit)}. <b>Heed:</b> {TRIM_CAUTION}
          </p>
        )}
        {trim === 0 && out > STEPPED && (
          <p className="max-w-60 pb-1 text-sm">
            The fore-edge is stepped by {measure(out as Nm, unit)}; above {usualMeasure(mm(1), unit)} makers usually
            trim it.
          </p>
        )}
      </div>
      <CreepPicture
        folios={folios}
        thickness={creep.thickness}
        perFolio={creepPerFolio(creep)}
        trim={trim}
        caption={`closed, ${measure(sectionThickness(folios, book.book), unit)} thick`}
      />
    </section>
  );
}
