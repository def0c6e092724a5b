import { useState } from 'react';
import {
  EDGES,
  estimatedCaliper,
  FOUND_BY,
  LEAST_STACK,
  PAPER_KINDS,
  stackedCaliper,
  STUFFS,
  type Edge,
  type FoundBy,
  type Paper,
  type PaperKind,
  type Stuff,
} from '@eight-up/core/paper/paper';
import { turnedSheet, type FibreAxis } from '@eight-up/core/paper/sheet-size';
import { measure, usualMeasure } from '@eight-up/core/units/measure';
import { mm, nm, type Nm } from '@eight-up/core/units/nm';
import { measuredWords } from '@eight-up/words/measuring';
import { FOUND_NAMES, grainWords, KIND_WORDS, STUFF_WORDS } from '@eight-up/words/papers';
import { useSettings } from '../../base/settings.ts';
import { usePapers } from '../../paper/use-papers.ts';
import { PaperPicture } from '../../paper/paper-picture.tsx';
import { Choices } from '../../ui/choices.tsx';
import { MeasureField } from '../../ui/measure-field.tsx';
import { NumberField } from '../../ui/number-field.tsx';
import { TextField } from '../../ui/text-field.tsx';
import { Ticks } from '../../ui/ticks.tsx';
import { GrainGuide } from './grain-guide.tsx';
import { Offcuts } from './offcuts.tsx';
import type { DrawerActs } from './use-drawer-acts.ts';

const EDGE_NAMES: readonly (readonly [Edge, string])[] = EDGES.map((edge) => [edge, edge]);

/** The larger side of the picture beside the fields, pixels. */
const PICTURE = 210;

interface SectionProps {
  readonly paper: Paper;
  readonly set: (change: Partial<Paper>) => void;
}

/** Everything that is known of one paper; each field saves itself. */
export function PaperEditor({ paper, acts }: { readonly paper: Paper; readonly acts: DrawerActs }) {
  const set = (change: Partial<Paper>) => acts.change({ ...paper, ...change });
  const section = { paper, set };
  return (
    <div className="flex flex-wrap-reverse justify-end gap-x-8 gap-y-4">
      <div className="flex min-w-0 max-w-3xl grow basis-[480px] flex-col gap-4">
        <NameAndKind {...section} />
        <SizeAndGrain {...section} />
        <Body {...section} />
        <FacesAndEdges {...section} />
        <InTheDrawer {...section} />
        <TextField label="Note" value={paper.note} most={2000} lines={2} onChange={(note) => set({ note })} />
        <p>
          <button type="button" className="remedy" onClick={() => acts.takeOut(paper)}>
            Take it out of the drawer
          </button>
        </p>
      </div>
      <Portrait paper={paper} />
    </div>
  );
}

function Portrait({ paper }: { readonly paper: Paper }) {
  const { width, height } = paper.sheet;
  return (
    <div aria-hidden="true" className="flex shrink-0 justify-center" style={{ width: PICTURE + 20 }}>
      <PaperPicture {...paper} pxPerMetre={PICTURE / (Math.max(width, height) / 1e9)} />
    </div>
  );
}

const NameAndKind = ({ paper, set }: SectionProps) => (
  <div className="flex flex-wrap items-end gap-x-5 gap-y-1">
    <TextField
      label="Its name"
      className="min-w-64 grow"
      value={paper.name}
      most={200}
      needed
      onChange={(name) => set({ name })}
    />
    <Choices<PaperKind>
      label="What it is for"
      value={paper.kind}
      onChange={(kind) => set({ kind })}
      choices={PAPER_KINDS.map((kind) => ({ value: kind, name: KIND_WORDS[kind].one }))}
    />
  </div>
);

function SizeAndGrain({ paper, set }: SectionProps) {
  const unit = useSettings((s) => s.unit);
  const { sheet } = paper;
  const lay = (change: Partial<Paper['sheet']>) => set({ sheet: { ...sheet, ...change } });
  const turn = () =>
    set({ sheet: turnedSheet(sheet), deckles: paper.deckles.map((edge) => EDGES[(EDGES.indexOf(edge) + 1) % 4]!) });
  const known = sheet.fibre !== 'unknown' && sheet.fibre !== 'any';
  return (
    <fieldset>
      <legend className="font-title text-lg font-bold">Size and grain</legend>
      <div className="flex flex-wrap items-end gap-x-3 gap-y-1">
        <MeasureField label="Width" value={sheet.width} onChange={(width: Nm) => lay({ width })} />
        <MeasureField label="Height" value={sheet.height} onChange={(height: Nm) => lay({ height })} />
        <button type="button" className="action py-1.5" onClick={turn}>
          Turn it
        </button>
        <Choices<FibreAxis>
          label={`Fibres run: ${grainWords(sheet, unit)}`}
          value={sheet.fibre}
          onChange={(fibre) =>
            set({
              sheet: { ...sheet, fibre },
              foundBy: fibre === 'unknown' || fibre === 'any' ? null : paper.foundBy,
            })
          }
          choices={[
            { value: 'along-width', name: '↔ across' },
            { value: 'along-height', name: '↕ upright' },
            { value: 'any', name: 'any way' },
            { value: 'unknown', name: 'unknown' },
          ]}
        />
        {known && (
          <Choices<FoundBy | 'unsaid'>
            label="Known by"
            value={paper.foundBy ?? 'unsaid'}
            onChange={(how) => set({ foundBy: how === 'unsaid' ? null : how })}
            choices={[
              { value: 'unsaid', name: 'not said' },
              ...FOUND_BY.map((how) => ({ value: how, name: FOUND_NAMES[how] })),
            ]}
          />
        )}
      </div>
      <div className="mt-2">
        <GrainGuide open={sheet.fibre === 'unknown'} />
      </div>
    </fieldset>
  );
}

const FacesAndEdges = ({ paper, set }: SectionProps) => (
  <fieldset>
    <legend className="font-title text-lg font-bold">Faces and edges</legend>
    <div className="flex flex-wrap items-end gap-x-6">
      <Choices<Paper['faces']>
        label="Front and back"
        value={paper.faces}
        onChange={(faces) => set({ faces })}
        choices={[
          { value: 'alike', name: 'alike' },
          { value: 'differ', name: 'differ' },
        ]}
      />
      <Ticks label="Deckled edges" names={EDGE_NAMES} value={paper.deckles} onChange={(deckles) => set({ deckles })} />
      <label className="my-1.5 block">
        <span className="mb-0.5 block text-sm text-quiet">Colour</span>
        <input
          type="color"
          className="h-8 w-16 cursor-pointer border border-ink bg-paper p-0.5"
          value={paper.colour}
          onChange={(event) => set({ colour: event.target.value })}
        />
      </label>
    </div>
  </fieldset>
);

const InTheDrawer = ({ paper, set }: SectionProps) => (
  <fieldset>
    <legend className="font-title text-lg font-bold">In the drawer</legend>
    <div className="flex flex-wrap items-end gap-x-4 gap-y-1">
      <NumberField
        label="Price of a sheet"
        value={paper.price === null ? null : paper.price / 100}
        digits={2}
        from={0}
        to={1_000_000}
        empty
        onChange={(price) => set({ price: price === null ? null : Math.round(price * 100) })}
      />
      <NumberField
        label="How many there are"
        value={paper.stock}
        digits={0}
        from={0}
        to={1_000_000}
        empty
        onChange={(stock) => set({ stock })}
      />
    </div>
    <Offcuts paper={paper} set={set} />
  </fieldset>
);

/** Sheets of office paper that make a stack high enough to measure. */
const STACK = 100;

/** Weight and thickness: measured, or estimated from the stuff and said so. */
function Body({ paper, set }: SectionProps) {
  const unit = useSettings((s) => s.unit);
  const { grammage, stuff, caliper } = paper;
  const { drawer } = usePapers();
  const last = drawer.data?.measured[paper.id];
  const [counted, setCounted] = useState(
    caliper?.sheets === undefined || caliper.sheets === 1 ? STACK : caliper.sheets,
  );
  const [stack, setStack] = useState<Nm>();
  const measured = (high: Nm | undefined, sheets: number) => {
    setStack(high);
    setCounted(sheets);
    if (high !== undefined && high >= LEAST_STACK) set({ caliper: stackedCaliper(high, sheets) });
    else if (high === 0) set({ caliper: null });
  };
  const low = stack !== undefined && stack > 0 && stack < LEAST_STACK;
  const estimate = (weight: number | null, of: Stuff | null): Partial<Paper> =>
    caliper?.how === 'measured'
      ? {}
      : { caliper: weight !== null && of !== null ? estimatedCaliper(weight, of) : null };
  return (
    <fieldset>
      <legend className="font-title text-lg font-bold">Weight and thickness</legend>
      <div className="flex flex-wrap items-end gap-x-4 gap-y-1">
        <NumberField
          label="g/m²"
          value={grammage}
          from={5}
          to={5000}
          empty
          className="w-20"
          onChange={(weight) => set({ grammage: weight, ...estimate(weight, stuff) })}
        />
        <label className="block">
          <span className="block text-sm text-quiet">Kind of stuff</span>
          <select
            className="entry py-[7px]"
            value={stuff ?? ''}
            onChange={({ target }) => {
              const chosen = target.value === '' ? null : (target.value as Stuff);
              set({ stuff: chosen, ...estimate(grammage, chosen) });
            }}
          >
            <option value="">not said</option>
            {STUFFS.map((one) => (
              <option key={one} value={one}>
                {STUFF_WORDS[one]}
              </option>
            ))}
          </select>
        </label>
        <NumberField
          label="Sheets counted"
          value={counted}
          digits={0}
          from={1}
          to={10_000}
          className="w-20"
          onChange={(sheets) => measured(stack, sheets)}
        />
        <MeasureField
          label="Their stack measures"
          value={stack ?? (caliper?.how === 'measured' ? nm(caliper.thickness * counted) : mm(0))}
          onChange={(high) => measured(high, counted)}
        />
        {low && (
          <p role="alert" className="max-w-64 pb-1.5 text-sm text-blade">
            A stack below {usualMeasure(LEAST_STACK, unit)} tells little: count more sheets. The thickness was kept as
            it was.
          </p>
        )}
        <p className="max-w-64 pb-1.5 text-sm">
          {caliper === null ? (
            'Thickness not known: say the weight and the stuff, or measure a stack.'
          ) : caliper.how === 'measured' ? (
            <>
              {measure(caliper.thickness, unit)} thick, {last?.lengths ? measuredWords(last, unit) : 'measured'}.{' '}
              {grammage !== null && stuff !== null && (
                <button
                  type="button"
                  className="remedy"
                  onClick={() => set({ caliper: estimatedCaliper(grammage, stuff) })}
                >
                  Estimate it instead
                </button>
              )}
            </>
          ) : (
            `About ${measure(caliper.thickness, unit)} thick: an estimate within 15 %. A counted stack, ${usualMeasure(LEAST_STACK, unit)} or higher, measured with a rule is better.`
          )}
        </p>
      </div>
    </fieldset>
  );
}
