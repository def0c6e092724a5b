import { lazy, Suspense, useCallback, useMemo, useState, type ReactNode } from 'react';
import {
  kindOfBook,
  USUAL_BOUNDS,
  type Becoming,
  type BookKind,
  type Bounds,
  type Corner,
  type Shape,
} from '@eight-up/core/cutting/sheet-becomes';
import type { FormChoice } from '@eight-up/core/forms/planned-book';
import { FORM_FAMILIES, type FormFamily } from '@eight-up/core/forms/form';
import { formById } from '@eight-up/core/forms/registry';
import { measureSize } from '@eight-up/core/units/measure';
import { mm, nm, type Nm } from '@eight-up/core/units/nm';
import { becomesWords } from '@eight-up/words/cutting';
import { counted } from '@eight-up/words/counted';
import { FAMILY_WORDS } from '@eight-up/words/forms';
import { useSettings } from '../base/settings.ts';
import { Choices } from '../ui/choices.tsx';
import { MeasureField } from '../ui/measure-field.tsx';
import { NumberField } from '../ui/number-field.tsx';
import { useCuttingJob } from '../workers/use-cutting-job.ts';
import type { Upright } from './becomes-chart.tsx';

const Chart = lazy(async () => ({ default: (await import('./becomes-chart.tsx')).BecomesChart }));
const Legend = lazy(async () => ({ default: (await import('./becomes-chart.tsx')).BecomesLegend }));

/** Sizes listed beside the chart; the chart shows all. */
const MOST_LISTED = 60;

export interface AskedOfSheet {
  readonly sheet: Becoming;
  readonly kinds: readonly BookKind[];
  /** the size chosen, drawn on the sheet, and what can be done with it */
  readonly shown: (corner: Corner | undefined) => ReactNode;
}

/** Every page size of one kind that the sheet makes without waste of pages, as points to choose from. */
export function BySize({ sheet, kinds, first, shown }: AskedOfSheet & { readonly first: FormChoice | undefined }) {
  const { unit, tab, setTab } = useSettings();
  const [kindId, setKindId] = useState(() => ((first && kindOfBook(kinds, first)) ?? kinds[0]!).id);
  const [bounds, setBounds] = useState<Bounds>(USUAL_BOUNDS);
  const [upright, setUpright] = useState<Upright>('pages');
  const [chosen, setChosen] = useState<Corner>();
  const [more, setMore] = useState(false);
  const kind = kinds.find(({ id }) => id === kindId)!;
  const key = JSON.stringify([sheet, kind, bounds]);
  const job = useCuttingJob('becomes', { sheet, kinds: [kind], bounds }, key);
  const corners = useMemo(() => job.partials.flat(), [job.partials]);
  const here =
    chosen && chosen.kind === kindId && corners.includes(chosen)
      ? chosen
      : (corners.find(isBest) ?? corners.find(isRight) ?? corners[0]);
  const choose = useCallback((corner: Corner) => setChosen(corner), []);
  const narrow = (change: Partial<Bounds>) => setBounds({ ...bounds, ...change });
  return (
    <>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-1">
        <KindChoice kinds={kinds} value={kindId} onChange={setKindId} />
        {kind.strip !== undefined && <MeasureField label="Its tab" value={tab} onChange={setTab} className="mb-1.5" />}
        <Choices<Shape>
          label="The page is"
          value={bounds.shape}
          onChange={(shape) => narrow({ shape, ratio: null })}
          choices={[
            { value: 'any', name: 'any shape' },
            { value: 'portrait', name: 'upright' },
            { value: 'landscape', name: 'lying' },
            { value: 'square', name: 'square' },
          ]}
        />
        <button type="button" className="remedy mb-2.5" aria-expanded={more} onClick={() => setMore(!more)}>
          {more ? 'Fewer bounds' : 'Bounds and axis'}
        </button>
      </div>
      <div className={more ? 'flex flex-wrap items-end gap-x-6 gap-y-1' : 'hidden'}>
        <NumberField
          label="or width ÷ height"
          value={bounds.ratio}
          from={0.1}
          to={10}
          empty
          className="w-20"
          onChange={(ratio) => narrow({ ratio, shape: 'any' })}
        />
        <Between label="wide" value={bounds.width} onChange={(width) => narrow({ width })} />
        <Between label="high" value={bounds.height} onChange={(height) => narrow({ height })} />
        <Choices<Upright>
          label="Upwards in the chart"
          value={upright}
          onChange={setUpright}
          choices={[
            { value: 'pages', name: 'pages a sheet' },
            { value: 'height', name: 'page height' },
          ]}
        />
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(240px,300px)] gap-6 max-[900px]:grid-cols-1">
        <div className="min-w-0">
          <div className="slip h-[clamp(400px,54vh,620px)] p-3">
            <Suspense fallback={<p role="status">Drawing the chart …</p>}>
              <Chart corners={corners} chosen={here} upright={upright} unit={unit} onChoose={choose} />
            </Suspense>
          </div>
          <div className="mt-1.5">
            <Suspense>
              <Legend />
            </Suspense>
          </div>
          <p role="status" className="mt-1 text-sm text-quiet">
            {corners.length === 0 && !job.running
              ? 'No size within these bounds comes out of this sheet. Widen them.'
              : `${counted(corners.length, 'size')}: each the largest of its kind, so that growing either side would lose pages.`}
          </p>
        </div>
        <div>{shown(here)}</div>
      </div>
      <Listed corners={corners} chosen={here} onChoose={choose} />
    </>
  );
}

function KindChoice({
  kinds,
  value,
  onChange,
}: {
  readonly kinds: readonly BookKind[];
  readonly value: string;
  readonly onChange: (id: string) => void;
}) {
  const inFamily = (family: FormFamily) => kinds.filter(({ form }) => form && formById(form.id)?.family === family);
  const options = (some: readonly BookKind[]) =>
    some.map((kind) => (
      <option key={kind.id} value={kind.id}>
        {becomesWords(kind)}
      </option>
    ));
  return (
    <label className="mb-1.5">
      <span className="block text-sm text-quiet">It is to become</span>
      <select className="entry py-[7px] font-semibold" value={value} onChange={({ target }) => onChange(target.value)}>
        {FORM_FAMILIES.map((family) => (
          <optgroup key={family} label={FAMILY_WORDS[family]}>
            {options(inFamily(family))}
          </optgroup>
        ))}
        <optgroup label="Plain pieces">{options(kinds.filter(({ form }) => !form))}</optgroup>
      </select>
    </label>
  );
}

const isRight = ({ grain }: Corner) => grain !== 'against';
/** What is shown before anything is chosen: a special size with its grain right. */
const isBest = ({ grain, special }: Corner) => grain !== 'against' && special.includes('to-the-last');

function Between({
  label,
  value: [least, most],
  onChange,
}: {
  readonly label: string;
  readonly value: readonly [Nm, Nm];
  readonly onChange: (value: readonly [Nm, Nm]) => void;
}) {
  const within = (length: Nm) => nm(Math.min(mm(400), Math.max(mm(30), length)));
  return (
    <div className="flex gap-1.5">
      <MeasureField label={`${label}, from`} value={least} onChange={(from) => onChange([within(from), most])} />
      <MeasureField label="to" value={most} onChange={(to) => onChange([least, within(to)])} />
    </div>
  );
}

/** The same points as a list: to be read, and to be chosen by keyboard. */
function Listed({
  corners,
  chosen,
  onChoose,
}: {
  readonly corners: readonly Corner[];
  readonly chosen: Corner | undefined;
  readonly onChoose: (corner: Corner) => void;
}) {
  const unit = useSettings((s) => s.unit);
  const sorted = useMemo(
    () =>
      [...corners]
        .sort(
          (a, b) =>
            Number(a.grain === 'against') - Number(b.grain === 'against') ||
            b.special.length - a.special.length ||
            b.pages - a.pages,
        )
        .slice(0, MOST_LISTED),
    [corners],
  );
  return (
    <details>
      <summary className="cursor-pointer font-semibold">
        The same as a list{corners.length > sorted.length && ` (the ${MOST_LISTED} likeliest)`}
      </summary>
      <ul className="mt-2 columns-[17rem] gap-6">
        {sorted.map((corner, i) => (
          <li key={i}>
            <button
              type="button"
              aria-pressed={corner === chosen}
              className="w-full border-t border-bench-deep py-0.5 text-left hover:bg-choose-pale aria-pressed:bg-ink aria-pressed:text-paper"
              onClick={() => onChoose(corner)}
            >
              <span className="measure">{measureSize(corner.width, corner.height, unit)}</span>:{' '}
              {counted(corner.pages, 'page')}
              {corner.grain === 'against' && ', against the grain'}
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
