import {
  NAMED_SIZES,
  namedSizeOf,
  grainName,
  turnedSheet,
  type FibreAxis,
  type NamedSize,
  type Sheet,
} from '@eight-up/core/paper/sheet-size';
import type { Paper } from '@eight-up/core/paper/paper';
import { measureSize } from '@eight-up/core/units/measure';
import { useSettings } from '../../base/settings.ts';
import { usePapers } from '../../paper/use-papers.ts';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';

const RACK_HEIGHT = 62;
const LARGEST = Math.max(...NAMED_SIZES.map(({ long }) => long));

/** Longer sheets are drawn longer, but less than in proportion, so that the smallest can still be hit. */
const drawnLong = (long: number) => 26 + (RACK_HEIGHT - 26) * Math.sqrt(long / LARGEST);

/** The wooden rack under the form: common sheets in their proportions, own sizes, and which way the fibres run. */
export function SheetRack({ sheet, onSheet }: { readonly sheet: Sheet; readonly onSheet: (sheet: Sheet) => void }) {
  const unit = useSettings((s) => s.unit);
  const chosen = namedSizeOf(sheet.width, sheet.height);
  const take = ({ short, long, unit: typedIn }: NamedSize) => {
    const lying = sheet.width >= sheet.height;
    onSheet({ ...sheet, typedIn, width: lying ? long : short, height: lying ? short : long });
  };
  return (
    <section
      aria-label="The sheet you have"
      className="sheet-rack bottom-0 [@media(min-height:600px)]:sticky z-20 border-t border-ink bg-wood px-9 pb-4 pt-2.5"
    >
      <div className="flex flex-wrap items-end gap-x-5 gap-y-1">
        <div>
          <div className="mb-1 flex items-baseline gap-3">
            <h2 className="text-lg">The sheet you have</h2>
            <FromDrawer sheet={sheet} onSheet={onSheet} />
          </div>
          <ul className="flex items-end gap-1.5">
            {NAMED_SIZES.map((size) => {
              const long = drawnLong(size.long);
              const short = (long * size.short) / size.long;
              const isChosen = chosen?.id === size.id;
              return (
                <li key={size.id}>
                  <button
                    type="button"
                    className="group flex flex-col items-center px-0.5"
                    aria-pressed={isChosen}
                    aria-label={`${size.name}, ${measureSize(size.short, size.long, unit)}`}
                    onClick={() => take(size)}
                  >
                    <span
                      className={`block border border-ink ${isChosen ? 'bg-ink' : 'bg-paper group-hover:bg-choose-pale'}`}
                      style={{ width: short, height: long }}
                    />
                    <span className={`text-[0.8rem] ${isChosen ? 'font-bold' : ''}`}>{size.name}</span>
                  </button>
                </li>
              );
            })}
          </ul>
        </div>
        <div className="mb-1.5 flex items-end gap-2.5">
          <MeasureField
            label="Width"
            value={sheet.width}
            onChange={(width, typedIn) => onSheet({ ...sheet, width, typedIn })}
          />
          <MeasureField
            label="Height"
            value={sheet.height}
            onChange={(height, typedIn) => onSheet({ ...sheet, height, typedIn })}
          />
          <button type="button" className="action py-1.5" onClick={() => onSheet(turnedSheet(sheet))}>
            Turn it
          </button>
        </div>
        <div>
          <Choices<FibreAxis>
            label={`Fibres run${grainWords(sheet)}`}
            value={sheet.fibre}
            onChange={(fibre) => onSheet({ ...sheet, fibre })}
            choices={[
              { value: 'along-width', name: '↔ across' },
              { value: 'along-height', name: '↕ upright' },
              { value: 'any', name: 'any way' },
              { value: 'unknown', name: 'unknown' },
            ]}
          />
        </div>
      </div>
    </section>
  );
}

/** The papers of the drawer as sheets, with their grain; nothing where it is empty. */
function FromDrawer({ sheet, onSheet }: { readonly sheet: Sheet; readonly onSheet: (sheet: Sheet) => void }) {
  const papers = usePapers().papers.filter(({ kind }) => kind === 'text');
  if (papers.length === 0) return null;
  const isIt = ({ sheet: { width, height, fibre } }: Paper) =>
    width === sheet.width && height === sheet.height && fibre === sheet.fibre;
  return (
    <select
      aria-label="A paper of the drawer"
      className="max-w-56 border-b border-ink bg-transparent text-sm"
      value={papers.find(isIt)?.id ?? ''}
      onChange={({ target }) => {
        const paper = papers.find(({ id }) => id === target.value);
        if (paper) onSheet(paper.sheet);
      }}
    >
      <option value="">or one of the drawer …</option>
      {papers.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  );
}

function grainWords(sheet: Sheet): string {
  const name = grainName(sheet);
  return name === 'long' || name === 'short' ? ` (this sheet is ${name} grain)` : '';
}
