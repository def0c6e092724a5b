import { ONTO_PLACES } from '@eight-up/core/document/printing';
import { NAMED_SIZES } from '@eight-up/core/paper/sheet-size';
import { gridOnParent } from '@eight-up/core/printing/on-parent';
import { foliosPerSection } from '@eight-up/core/folding/nest';
import type { Nm } from '@eight-up/core/units/nm';
import type { PrintLayout } from '@eight-up/core/printing/print-layout';
import { CUT_OUT_CAUTION } from '@eight-up/words/cutting';
import { counted } from '@eight-up/words/counted';
import { parentGrainSentence } from '@eight-up/words/forms';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';
import type { PrintingPanel } from './printing-panel.ts';

const PLACE_WORDS: Readonly<Record<(typeof ONTO_PLACES)[number], string>> = {
  middle: 'in the middle',
  'left-edge': 'against the left edge',
};

/** What paper goes through the printer, where the sheets lie on it, what bleeds, and the marks to gather by. */
export function PaperAndMarks({ book, set }: PrintingPanel) {
  const { printing } = book.book;
  const sections = foliosPerSection(book.plan).length;
  const resize = (size: Partial<Record<'width' | 'height', Nm>>) => set({ onto: { ...printing.onto!, ...size } });
  return (
    <section aria-label="Paper and marks" className="flex flex-wrap items-end gap-x-5">
      <PrintedOnto book={book} set={set} />
      {printing.onto && (
        <>
          <MeasureField label="wide" value={printing.onto.width} onChange={(width: Nm) => resize({ width })} />
          <MeasureField label="high" value={printing.onto.height} onChange={(height: Nm) => resize({ height })} />
        </>
      )}
      {printing.onto && book.derived.layout && (
        <p className="mb-1.5 max-w-96 text-sm">
          {parentGrainSentence(book.plan, book.derived.layout.paper)}
          {book.derived.layout.butted &&
            ' Sheets butt: there is no room for marks between them, only at the edges of the paper; lay the rule from tick to tick right across.'}{' '}
          <b>Heed:</b> {CUT_OUT_CAUTION}
        </p>
      )}
      {printing.onto && (
        <Choices
          label="Sheets lie on it"
          value={printing.onto.at}
          onChange={(at) => set({ onto: { ...printing.onto!, at } })}
          choices={ONTO_PLACES.map((value) => ({ value, name: PLACE_WORDS[value] }))}
        />
      )}
      <MeasureField label="bleed" value={printing.bleed} onChange={(bleed: Nm) => set({ bleed })} />
      <MeasureField
        label="nothing important nearer to the trim than"
        value={printing.safe}
        onChange={(safe: Nm) => set({ safe })}
      />
      {sections > 1 && (
        <Choices<string>
          label={`A mark on the spine of each of ${sections} sections, stepped down`}
          value={printing.gatherMarks ? 'yes' : 'no'}
          onChange={(value) => set({ gatherMarks: value === 'yes' })}
          choices={[
            { value: 'yes', name: 'printed' },
            { value: 'no', name: 'left out' },
          ]}
        />
      )}
    </section>
  );
}

/** What one paper gives: the same sheet for several copies, or several sheets of one. */
const heldWords = ({ sheetsEach, copiesEach }: PrintLayout): string =>
  copiesEach === 1
    ? `${counted(sheetsEach, 'sheet')} on each, cut and gather`
    : `${sheetsEach === 1 ? 'one sheet' : `${sheetsEach} sheets`} for ${copiesEach} copies on each, cut and gather`;

/** Larger paper in the printer: as many folios as it holds, to be cut out and gathered. */
function PrintedOnto({ book, set }: PrintingPanel) {
  const { onto } = book.book.printing;
  const { sheet } = book.plan;
  const grid = (width: Nm, height: Nm) => gridOnParent(sheet, { width, height }, 0, 1);
  const larger = NAMED_SIZES.filter(({ short, long }) => {
    const same = Math.min(sheet.width, sheet.height) === short && Math.max(sheet.width, sheet.height) === long;
    return !same && grid(short, long) !== undefined;
  });
  const chosen = onto && NAMED_SIZES.find(({ short, long }) => onto.width === short && onto.height === long);
  const { layout } = book.derived;
  return (
    <label className="mb-1.5 block">
      <span className="block text-sm text-quiet">
        Paper in the printer
        {onto && layout && `: ${heldWords(layout)}`}
      </span>
      <select
        className="entry py-[7px]"
        value={onto ? (chosen?.id ?? 'own') : ''}
        onChange={({ target }) => {
          const size = NAMED_SIZES.find(({ id }) => id === target.value);
          set({ onto: size ? { width: size.short, height: size.long, at: onto?.at ?? 'middle' } : null });
        }}
      >
        <option value="">just the sheet</option>
        {onto && !chosen && <option value="own">its own size</option>}
        {larger.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
