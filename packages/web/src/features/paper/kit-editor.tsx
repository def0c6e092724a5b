import { Link } from 'react-router';
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import { closedThickness } from '@eight-up/core/pagination/creep';
import { closedSize } from '@eight-up/core/output/nest-marks';
import {
  CUT_EDGES,
  type CutEdge,
  type CuttingManner,
  type Kit,
  type KitPiece,
  type PaperSlot,
} from '@eight-up/core/document/kit';
import { cutTogether, ownSheets, sheetsForEdition, type CutTogether } from '@eight-up/core/cutting/kit';
import type { PieceGrain } from '@eight-up/core/paper/sheet-size';
import { PAPER_KINDS, type PaperKind } from '@eight-up/core/paper/paper';
import { measureSize } from '@eight-up/core/units/measure';
import { mm, nm, type Nm } from '@eight-up/core/units/nm';
import { EDGE_WORDS, pieceWords, togetherWords } from '@eight-up/words/cutting';
import { KIND_WORDS } from '@eight-up/words/papers';
import { useSettings } from '../../base/settings.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';
import { NumberField } from '../../ui/number-field.tsx';
import { TextField } from '../../ui/text-field.tsx';

/** Usual sizes of parts from the closed book: boards 3 mm over, a turn-in of 20 mm round the covering, a hinge strip of 30 mm. */
function usualParts({ plan, book }: OpenBook): readonly Omit<KitPiece, 'id'>[] {
  const { width: w, height: h } = closedSize(plan, book.printing);
  const thick = closedThickness(plan, book.printing.creep.thickness);
  const part = (
    name: string,
    width: number,
    height: number,
    each: number,
    on: PaperKind,
    grain: PieceGrain = 'along-height',
  ): Omit<KitPiece, 'id'> => ({ name, width: nm(width), height: nm(height), each, on, from: on, grain, note: '' });
  // The endpapers of a concertina are joined on like its strips: the form has them.
  const endpapers = plan.form.cutFromSheet ? [] : [part('Endpaper folio', 2 * w, h, 2, 'text')];
  return [
    ...endpapers,
    part('Hinge strip', mm(30), h, 1, 'text'),
    part('Board', w, h + mm(6), 2, 'board'),
    part('Covering', 2 * w + mm(60), h + mm(46), 1, 'covering'),
    // Round the closed book, 30 mm over itself and 2 mm of ease; its folds stand upright, so its grain runs across its length.
    part('Belly band', 2 * (w + thick) + mm(32), mm(40), 1, 'covering', 'along-height'),
    part('Part', w, h, 1, 'text'),
  ];
}

/** How many copies, of which parts, and how edges are made. */
export function KitEditor({ book, onHide }: { readonly book: OpenBook; readonly onHide: () => void }) {
  const unit = useSettings((s) => s.unit);
  const { kit } = book.book;
  const edition = sheetsForEdition(book.plan, kit);
  const set = (change: Partial<Kit>) => book.change({ kind: 'set-kit', kit: { ...kit, ...change } });
  const part = (id: string, change: Partial<KitPiece>) =>
    set({ pieces: kit.pieces.map((one) => (one.id === id ? { ...one, ...change } : one)) });
  return (
    <section aria-label="What the edition takes">
      <div className="flex items-baseline justify-between">
        <h2 className="text-xl">What the edition takes</h2>
        <button type="button" className="remedy text-sm max-[1000px]:hidden" onClick={onHide}>
          Hide
        </button>
      </div>
      <div className="mt-1 flex flex-wrap gap-x-3 gap-y-1">
        <NumberField
          label="Copies"
          value={kit.copies}
          digits={0}
          from={1}
          to={100_000}
          className="w-16"
          onChange={(copies) => set({ copies })}
        />
        <NumberField
          label="Spares"
          value={kit.spareSheets}
          digits={0}
          from={0}
          to={100_000}
          className="w-16"
          onChange={(spareSheets) => set({ spareSheets })}
        />
        <NumberField
          label="or per cent"
          value={kit.sparePercent}
          from={0}
          to={1000}
          className="w-16"
          onChange={(sparePercent) => set({ sparePercent })}
        />
      </div>
      <p className="mt-1 text-sm text-quiet">Of every part, whichever is more; usual: 2 or 10 %.</p>

      <h3 className="mt-3 text-base">Parts of one copy</h3>
      <ul>
        <li className="border-t border-wood-deep py-1.5">
          {ownSheets(book.plan).map(({ id, width, height, each }) => (
            <span key={id} className="block">
              {each} × {pieceWords(kit, book.book.form.id, id)}:{' '}
              <span className="measure">{measureSize(width, height, unit)}</span>
            </span>
          ))}
          <span className="block text-sm text-quiet">
            what the form folds; {edition.copies} for the edition, {edition.withSpares} with spares
          </span>
          <label className="mt-0.5 flex items-baseline gap-1.5 text-sm">
            <input
              type="checkbox"
              checked={kit.ownSheets === 'elsewhere'}
              onChange={({ target }) => {
                const { ownSheets: _, ...here } = kit;
                book.change({ kind: 'set-kit', kit: target.checked ? { ...here, ownSheets: 'elsewhere' } : here });
              }}
            />
            <span>cut elsewhere, with other books</span>
          </label>
          <Link className="remedy text-sm" to={`/pile?book=${book.id}`}>
            Books cut from one pile
          </Link>
        </li>
        {kit.pieces.map((one) => (
          <Part
            key={one.id}
            piece={one}
            slots={cutTogether(book.plan, kit)}
            onChange={(change) => part(one.id, change)}
            onRemove={() => set({ pieces: kit.pieces.filter(({ id }) => id !== one.id) })}
          />
        ))}
      </ul>
      <p className="flex flex-wrap gap-x-3 gap-y-1 border-t border-wood-deep pt-1.5 text-sm">
        <span className="text-quiet">Add</span>
        {usualParts(book).map((one) => (
          <button
            key={one.name}
            type="button"
            className="remedy"
            disabled={kit.pieces.length >= 11}
            onClick={() => set({ pieces: [...kit.pieces, { ...one, id: crypto.randomUUID() }] })}
          >
            {one.name.toLowerCase()}
          </button>
        ))}
      </p>
      <Manner manner={kit.manner} onChange={(manner) => set({ manner })} />
    </section>
  );
}

function Part({
  piece,
  slots,
  onChange,
  onRemove,
}: {
  readonly piece: KitPiece;
  readonly slots: readonly CutTogether[];
  readonly onChange: (change: Partial<KitPiece>) => void;
  readonly onRemove: () => void;
}) {
  const unit = useSettings((s) => s.unit);
  return (
    <Disclosure as="li" className="border-t border-wood-deep py-1.5">
      <DisclosureButton className="w-full text-left hover:bg-wood-deep">
        {piece.each} × {piece.name}: <span className="measure">{measureSize(piece.width, piece.height, unit)}</span>
        <span className="block text-sm text-quiet">
          {KIND_WORDS[piece.on].one},{' '}
          {piece.grain === 'any' ? 'grain no matter' : piece.grain === 'along-height' ? 'grain ↕' : 'grain ↔'}
          {piece.note && `; ${piece.note}`}
        </span>
      </DisclosureButton>
      <DisclosurePanel className="flex flex-wrap items-end gap-x-3 gap-y-1 py-1">
        <TextField
          label="Name"
          className="w-full"
          value={piece.name}
          most={100}
          needed
          onChange={(name) => onChange({ name })}
        />
        <MeasureField label="Width" value={piece.width} onChange={(width: Nm) => onChange({ width })} />
        <MeasureField label="Height" value={piece.height} onChange={(height: Nm) => onChange({ height })} />
        <NumberField
          label="In a copy"
          value={piece.each}
          digits={0}
          from={1}
          to={1000}
          className="w-16"
          onChange={(each) => onChange({ each })}
        />
        <Choices<PieceGrain>
          label="Grain"
          value={piece.grain}
          onChange={(grain) => onChange({ grain })}
          choices={[
            { value: 'along-height', name: '↕ height' },
            { value: 'along-width', name: '↔ width' },
            { value: 'any', name: 'any' },
          ]}
        />
        <Choices<PaperKind>
          label="Cut from"
          value={piece.on}
          onChange={(on) => onChange({ on, from: on })}
          choices={PAPER_KINDS.map((kind) => ({ value: kind, name: KIND_WORDS[kind].one }))}
        />
        <PaperShared piece={piece} slots={slots} onChange={(from) => onChange({ from })} />
        <button type="button" className="remedy pb-1" onClick={onRemove}>
          Leave it out
        </button>
      </DisclosurePanel>
    </Disclosure>
  );
}

/** With what else a part is cut from one paper; two papers may be taken for parts that are alike. */
function PaperShared({
  piece,
  slots,
  onChange,
}: {
  readonly piece: KitPiece;
  readonly slots: readonly CutTogether[];
  readonly onChange: (from: PaperSlot) => void;
}) {
  const others = slots.filter(
    ({ slot, kind, pieces, own }) =>
      kind === piece.on && slot !== kind && (own.length > 0 || pieces.some(({ id }) => id !== piece.id)),
  );
  const mine = others.some(({ slot }) => slot === piece.id) ? [] : [{ value: piece.id, name: 'nothing else' }];
  return (
    <Choices<PaperSlot>
      label="From one paper with"
      value={piece.from}
      onChange={onChange}
      choices={[
        { value: piece.on, name: togetherWords({ slot: piece.on, kind: piece.on, own: [], pieces: [] }) },
        ...others.map((one) => ({
          value: one.slot,
          name: togetherWords({ ...one, pieces: one.pieces.filter(({ id }) => id !== piece.id) }),
        })),
        ...mine,
      ]}
    />
  );
}

function Manner({
  manner,
  onChange,
}: {
  readonly manner: CuttingManner;
  readonly onChange: (manner: CuttingManner) => void;
}) {
  const set = (change: Partial<CuttingManner>) => onChange({ ...manner, ...change });
  return (
    <fieldset className="mt-3">
      <legend className="font-title text-base font-bold">How it is cut</legend>
      <Choices<CutEdge>
        label="Edges are"
        value={manner.edge}
        onChange={(edge) => set({ edge })}
        choices={CUT_EDGES.map((edge) => ({ value: edge, name: EDGE_WORDS[edge] }))}
      />
      <div className="grid grid-cols-2 gap-x-3 gap-y-1">
        {manner.edge !== 'cut' && (
          <MeasureField
            label={manner.edge === 'torn' ? 'Lost at a tear' : 'Trimmed, each side'}
            value={manner.allowance}
            onChange={(allowance: Nm) => set({ allowance })}
          />
        )}
        <MeasureField
          label="Off all round, to square"
          value={manner.squaring}
          onChange={(squaring: Nm) => set({ squaring })}
        />
        <MeasureField label="Off a deckled edge" value={manner.deckle} onChange={(deckle: Nm) => set({ deckle })} />
        <label className="col-span-2 flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            checked={manner.deckles !== undefined}
            onChange={({ target }) => set({ deckles: target.checked ? 'kept-at-head-and-tail' : undefined })}
          />
          <span>deckles stay at head and tail</span>
        </label>
        {manner.longest === null ? (
          <button
            type="button"
            className="remedy self-end justify-self-start text-sm"
            onClick={() => set({ longest: mm(460) })}
          >
            My trimmer has a longest cut
          </button>
        ) : (
          <div>
            <MeasureField label="Longest cut" value={manner.longest} onChange={(longest: Nm) => set({ longest })} />
            <button type="button" className="remedy text-sm" onClick={() => set({ longest: null })}>
              Any length, by rule and knife
            </button>
          </div>
        )}
      </div>
    </fieldset>
  );
}
