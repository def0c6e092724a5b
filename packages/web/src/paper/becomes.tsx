import { lazy, Suspense, useCallback, useMemo, useState, type ReactNode } from 'react';
import {
  bookKinds,
  pieceOfCorner,
  USUAL_BOUNDS,
  type BookKind,
  type Bounds,
  type Corner,
  type Shape,
} from '@eight-up/core/cutting/sheet-becomes';
import { planCutting } from '@eight-up/core/cutting/cutting-plan';
import { parentOf, USUAL_KIT, type CuttingManner } from '@eight-up/core/cutting/kit';
import type { Paper } from '@eight-up/core/paper/paper';
import { measureSize } from '@eight-up/core/units/measure';
import { mm, nm, type Nm } from '@eight-up/core/units/nm';
import { kindWords } from '@eight-up/words/cutting';
import { counted } from '@eight-up/words/forms';
import { useSettings } from '../app/settings.ts';
import { Choices } from '../ui/choices.tsx';
import { MeasureField } from '../ui/measure-field.tsx';
import { NumberField } from '../ui/number-field.tsx';
import { useCuttingJob } from '../workers/use-cutting-job.ts';
import type { Upright } from './becomes-chart.tsx';
import { CuttingPicture } from './cutting-picture.tsx';
import { StartFromCorner } from './start-from-corner.tsx';

const Chart = lazy(async () => ({ default: (await import('./becomes-chart.tsx')).BecomesChart }));
const Legend = lazy(async () => ({ default: (await import('./becomes-chart.tsx')).BecomesLegend }));

const KINDS = bookKinds();
/** Sizes listed beside the chart; the chart shows all. */
const MOST_LISTED = 60;

interface BecomesProps {
  readonly paper: Paper;
  readonly manner?: CuttingManner;
  /** what taking a size does; left out: it starts a new book */
  readonly take?: (corner: Corner, kind: BookKind) => ReactNode;
}

/** "I have this paper": every page size that one sheet makes without waste of pages, as points to choose from. */
export function Becomes({ paper, manner = USUAL_KIT.manner, take }: BecomesProps) {
  const unit = useSettings((s) => s.unit);
  const [kindId, setKindId] = useState(KINDS[0]!.id);
  const [bounds, setBounds] = useState<Bounds>(USUAL_BOUNDS);
  const [upright, setUpright] = useState<Upright>('pages');
  const [chosen, setChosen] = useState<Corner>();
  const kind = KINDS.find(({ id }) => id === kindId)!;
  const parent = useMemo(() => parentOf(paper, { manner }), [paper, manner]);
  const { left, right, top, bottom } = parent.trims;
  const sheet = {
    width: nm(parent.width - left - right),
    height: nm(parent.height - top - bottom),
    fibre: parent.fibre,
  };
  const key = JSON.stringify([sheet, kindId, bounds]);
  const job = useCuttingJob('becomes', { sheet, kinds: [kind], bounds }, key);
  const corners = useMemo(() => job.partials.flat(), [job.partials]);
  const shown =
    chosen && chosen.kind === kindId && corners.includes(chosen)
      ? chosen
      : (corners.find(isBest) ?? corners.find(isRight) ?? corners[0]);
  const choose = useCallback((corner: Corner) => setChosen(corner), []);
  const narrow = (change: Partial<Bounds>) => setBounds({ ...bounds, ...change });
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-1">
        <Choices<string>
          label="It is to become"
          value={kindId}
          onChange={setKindId}
          choices={KINDS.map(({ id }) => ({ value: id, name: kindWords(id).many }))}
        />
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
          <div className="slip h-[400px] p-3">
            <Suspense fallback={<p role="status">Drawing the chart …</p>}>
              <Chart corners={corners} chosen={shown} upright={upright} unit={unit} onChoose={choose} />
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
        <div>
          {shown && (
            <ShownCorner paper={paper} manner={manner} corner={shown} kind={kind}>
              {take ? take(shown, kind) : <StartFromCorner paper={paper} corner={shown} kind={kind} />}
            </ShownCorner>
          )}
        </div>
      </div>
      <Listed corners={corners} chosen={shown} onChoose={choose} />
    </div>
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

function grainSentence({ grain }: Corner): string {
  return {
    right: 'The grain runs along the folds.',
    against: 'Against the grain: the folds would run across the fibres.',
    any: 'This paper has no grain to mind.',
    unknown: 'Whether the grain is right depends on how the fibres run: find out first.',
  }[grain];
}

function ShownCorner({
  paper,
  manner,
  corner,
  kind,
  children,
}: {
  readonly paper: Paper;
  readonly manner: CuttingManner;
  readonly corner: Corner;
  readonly kind: BookKind;
  readonly children: ReactNode;
}) {
  const unit = useSettings((s) => s.unit);
  const piece = pieceOfCorner(corner, kind);
  const plan = useMemo(() => {
    // Laid just as the point says, right or against the grain.
    const fibre = 'along-height' as const;
    const grain = corner.turned ? ('along-width' as const) : ('along-height' as const);
    const parent = { ...parentOf(paper, { manner }), fibre };
    return planCutting({ parent, pieces: [{ id: 'piece', ...piece, grain }], gap: mm(0) });
  }, [paper, manner, corner, piece]);
  const name = kindWords(kind.id);
  const pieces = corner.across * corner.down;
  return (
    <section aria-label="The size chosen" className="slip p-4">
      <h2 className="text-lg">
        Page <span className="measure">{measureSize(corner.width, corner.height, unit)}</span>
      </h2>
      <p>
        {counted(corner.pages, 'page')} a sheet: {counted(pieces, name.one, name.many)}
        {kind.strip !== undefined && ` of ${counted(corner.panels, 'panel')}`}.
      </p>
      <p className={corner.grain === 'against' ? 'font-semibold text-blade' : ''}>{grainSentence(corner)}</p>
      {corner.special.length > 0 && <p className="text-quiet">{specialWords(corner)}</p>}
      {plan.ok && (
        <CuttingPicture
          plan={plan.value}
          sheet={paper.sheet}
          nameOf={() => name.one}
          texts={false}
          className="my-3 max-h-52 w-full"
          label={`${counted(pieces, 'piece')} on the sheet`}
        />
      )}
      {children}
    </section>
  );
}

const specialWords = ({ special }: Corner): string =>
  special
    .map((one) =>
      one === 'to-the-last'
        ? 'Uses the sheet up: nothing is left over.'
        : one === 'halving'
          ? 'Found by halving alone, without measuring.'
          : `A common size: ${one.size}.`,
    )
    .join(' ');

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
