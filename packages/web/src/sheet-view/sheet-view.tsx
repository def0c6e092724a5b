import { memo, useMemo, useState, type ReactNode } from 'react';
import { sheetSize, sidesOf } from '@eight-up/core/folding/laid-paper';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { type Laid, type PlacedContent } from '@eight-up/core/pagination/imposition';
import { pagePlaces, type PagePlace } from '@eight-up/core/pagination/page-places';
import type { PageLetters } from '@eight-up/core/output/lettering';
import type { SheetSide } from '@eight-up/core/folding/hold';
import type { DrawItem } from '@eight-up/core/output/drawing';
import { sheetLines } from '@eight-up/core/output/sheet-lines';
import { toNm } from '@eight-up/core/folding/laid-paper';
import type { StepPlace } from '@eight-up/core/folding/step-place';
import { measureNumber } from '@eight-up/core/units/measure';
import type { Nm } from '@eight-up/core/units/nm';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import { useSettings } from '../base/settings.ts';
import { sizeFor, usePicture } from '../pictures/pictures.ts';
import { DrawingItems } from './drawing-svg.tsx';
import { Fibres } from './fibres.tsx';
import { StepLight } from './step-light.tsx';

interface SheetViewProps {
  readonly plan: FoldedBook;
  readonly names: readonly string[];
  readonly placed?: readonly PlacedContent[];
  readonly letters?: readonly PageLetters[];
  readonly poster?: Laid | undefined;
  readonly book?: Pick<BookAnswer, 'assets'>;
  /** quarter turns clockwise, as the hands would turn the sheet */
  readonly turns?: number;
  readonly turnedOver?: boolean;
  /** which sheet of the book, 0 the outermost */
  readonly sheet?: number;
  readonly lit?: number | undefined;
  readonly onPoint?: (page: number | undefined) => void;
  readonly onChoose?: (page: number) => void;
  /** strip that the printer leaves white, drawn over the paper */
  readonly margins?: { readonly top: number; readonly right: number; readonly bottom: number; readonly left: number };
  /** drawn over the sheet: marks to gather and to trim by */
  readonly marks?: readonly DrawItem[];
  /** what a step of folding is about, lit up */
  readonly step?: StepPlace | undefined;
  readonly className?: string;
  readonly showNumbers?: boolean;
}

const NO_MARKS: readonly DrawItem[] = [];

const mm = (length: number) => length / 1e6;

/** The flat sheet to scale, as it lies on the table: fibres, pictures, folds and cuts, page numbers as they stand. */
export function SheetView(props: SheetViewProps) {
  const {
    plan,
    names,
    placed = [],
    letters = [],
    poster,
    book,
    turns = 0,
    turnedOver = false,
    sheet = 0,
    lit,
    onPoint,
    onChoose,
    margins,
    marks = NO_MARKS,
    step,
    className,
    showNumbers = false,
  } = props;
  const { width, height } = sheetSize(plan.run.laid, sheet);
  const [w, h] = [mm(width), mm(height)];
  const lying = turns % 2 === 1;
  const [seenW, seenH] = lying ? [h, w] : [w, h];
  const lines = useMemo(() => sheetLines(plan, turnedOver ? 'B' : 'A', sheet), [plan, turnedOver, sheet]);
  const side = turnedOver ? 'B' : 'A';
  const here = (one: { readonly sheet: number; readonly side: SheetSide }) => one.sheet === sheet && one.side === side;
  const places = pagePlaces(plan).filter(here);
  const lettered = useMemo(
    () => ({
      width,
      height,
      items: letters.filter((one) => one.sheet === sheet && one.side === side).flatMap(({ onSheet }) => onSheet),
    }),
    [width, height, letters, sheet, side],
  );
  const covered = new Set(book ? placed.filter(here).map(({ page }) => page) : []);
  const pagesBehind = sidesOf(plan.run.laid, sheet).includes('B');
  const pixels = SHOWN_PIXELS / Math.max(width, height);
  const unitLength = Math.max(seenW, seenH) / 100;
  const room = { left: 2 * unitLength, top: 6 * unitLength, right: 2 * unitLength, bottom: 2 * unitLength };
  const spin =
    turns === 0
      ? undefined
      : `translate(${seenW / 2} ${seenH / 2}) rotate(${turns * 90}) translate(${-w / 2} ${-h / 2})`;
  return (
    <svg
      viewBox={`${-room.left} ${-room.top} ${seenW + room.left + room.right} ${seenH + room.top + room.bottom}`}
      className={className}
      role="group"
      aria-label={`Flat sheet${plan.run.laid.sheets.length > 1 ? ` ${sheet + 1}` : ''}, face ${side} up`}
    >
      <MarksFromEdge
        plan={plan}
        sheet={sheet}
        turns={turns}
        turnedOver={turnedOver}
        width={seenW}
        text={2.1 * unitLength}
      />
      <g transform={spin}>
        <rect width={w} height={h} fill="#0002" transform={`translate(${unitLength * 0.5} ${unitLength * 0.7})`} />
        <rect width={w} height={h} fill={turnedOver && !pagesBehind ? '#f4f2ea' : '#fdfcf7'} />
        {/* Fibres are seen on bare paper and at the margins; they do not hatch the maker's pictures. */}
        <g transform={turnedOver ? `translate(${w} 0) scale(-1 1)` : undefined}>
          <Fibres axis={plan.fibre} width={w} height={h} />
        </g>
        {turnedOver && book && poster && <PlacedPicture id="poster" laid={poster} book={book} pixels={pixels} />}
        {book &&
          placed
            .filter(here)
            .map((content) => (
              <PlacedPicture key={content.page} id={String(content.page)} laid={content} book={book} pixels={pixels} />
            ))}
        {step && <StepLight plan={plan} step={step} side={side} sheet={sheet} width={unitLength} />}
        <g style={{ pointerEvents: 'none' }}>
          <DrawingItems drawing={lines} heavier={unitLength / 2.4} halo />
          <DrawingItems drawing={{ ...lines, items: marks }} heavier={unitLength / 2.4} />
        </g>
        <g style={{ pointerEvents: 'none' }}>
          <DrawingItems drawing={lettered} />
        </g>
        {margins && <MarginStrip width={w} height={h} margins={margins} />}
        <rect width={w} height={h} fill="none" stroke="#16261f" strokeWidth={unitLength * 0.1} />
        {places.map((place) => (
          <PanelMark
            key={place.page}
            place={place}
            name={names[place.page] ?? String(place.page + 1)}
            lit={lit === place.page}
            showNumber={showNumbers || !covered.has(place.page)}
            {...(onPoint ? { onPoint } : {})}
            {...(onChoose ? { onChoose } : {})}
          />
        ))}
      </g>
    </svg>
  );
}

/** As many pixels as a sheet's longer side may take on a screen. */
const SHOWN_PIXELS = 1500;

const PlacedPicture = memo(function PlacedPicture({
  id,
  laid,
  book,
  pixels,
}: {
  readonly id: string;
  readonly laid: Laid;
  readonly book: Pick<BookAnswer, 'assets'>;
  /** of the screen, for a nanometre of the sheet */
  readonly pixels: number;
}) {
  const { width, height } = laid.asset;
  const url = usePicture(book, laid.content, sizeFor({ width, height, matrix: laid.matrix }, pixels));
  const [arrived, setArrived] = useState<string>();
  const { clip, matrix, asset } = laid;
  return (
    <g clipPath={`url(#clip-${id})`}>
      <clipPath id={`clip-${id}`}>
        <rect x={mm(clip.left)} y={mm(clip.top)} width={mm(clip.width)} height={mm(clip.height)} />
      </clipPath>
      {(!url || arrived !== url) && (
        <rect
          className="awaited"
          x={mm(clip.left)}
          y={mm(clip.top)}
          width={mm(clip.width)}
          height={mm(clip.height)}
          fill="#e7e4da"
        />
      )}
      {url && (
        <image
          href={url}
          width={mm(asset.width)}
          height={mm(asset.height)}
          preserveAspectRatio="none"
          transform={`matrix(${matrix[0]} ${matrix[1]} ${matrix[2]} ${matrix[3]} ${mm(matrix[4])} ${mm(matrix[5])})`}
          onLoad={() => setArrived(url)}
        />
      )}
    </g>
  );
});

/** How a page stands on the sheet, in words: the text equivalent of the drawing. */
export function standingWords({ panel, quarterTurns, side }: PagePlace, name: string): string {
  const [, sheet, row, column] = /^(?:s(\d+))?r(\d+)c(\d+)/.exec(panel) ?? [];
  const way = ['head up', 'head to the right', 'upside down', 'head to the left'][quarterTurns]!;
  return `${sheet ? `sheet ${sheet}, ` : ''}face ${side}, row ${row}, panel ${column}: page ${name}, ${way}`;
}

interface PanelMarkProps {
  readonly place: PagePlace;
  readonly name: string;
  readonly lit: boolean;
  readonly showNumber: boolean;
  readonly onPoint?: (page: number | undefined) => void;
  readonly onChoose?: (page: number) => void;
}

/** A page's number at its foot, turned as it stands, and the frame that lights it. */
const PanelMark = memo(function PanelMark({ place, name, lit, showNumber, onPoint, onChoose }: PanelMarkProps) {
  const { rect, quarterTurns, page } = place;
  const [x, y, w, h] = [mm(rect.left), mm(rect.top), mm(rect.width), mm(rect.height)];
  const size = Math.min(w, h) * 0.125;
  const [down, across] = quarterTurns % 2 ? [w, h] : [h, w];
  const mark = { x: -across / 2 + size * 1.05, y: down / 2 - size * 1.05 };
  return (
    <g
      data-testid={`panel-${place.side}-${place.panel}`}
      role={onChoose ? 'button' : 'img'}
      tabIndex={onChoose ? 0 : undefined}
      aria-label={standingWords(place, name)}
      className={onChoose ? 'cursor-pointer' : ''}
      aria-pressed={onChoose ? lit : undefined}
      onPointerEnter={() => onPoint?.(page)}
      onPointerLeave={() => onPoint?.(undefined)}
      onClick={() => onChoose?.(page)}
      onKeyDown={(event) => {
        if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault();
          onChoose?.(page);
        }
      }}
    >
      <rect x={x} y={y} width={w} height={h} fill="transparent" />
      {lit && <rect x={x} y={y} width={w} height={h} fill="none" stroke="#fdfcf7" strokeWidth={size * 0.34} />}
      {lit && <rect x={x} y={y} width={w} height={h} fill="none" stroke="#16261f" strokeWidth={size * 0.18} />}
      {(showNumber || lit) && (
        <g
          transform={`translate(${x + w / 2} ${y + h / 2}) rotate(${quarterTurns * 90}) translate(${mark.x} ${mark.y})`}
          className="pointer-events-none"
        >
          <circle r={size * 0.62} fill={lit ? '#16261f' : '#fdfcf7'} stroke="#16261f" strokeWidth={size * 0.08} />
          <text
            fontSize={size * (name.length > 2 ? 0.42 : 0.66)}
            textAnchor="middle"
            dy="0.35em"
            fontWeight="700"
            fill={lit ? '#fdfcf7' : '#16261f'}
            fontFamily="Hanken Grotesk Variable"
          >
            {name}
          </text>
        </g>
      )}
    </g>
  );
});

function MarginStrip({
  width,
  height,
  margins,
}: {
  readonly width: number;
  readonly height: number;
  readonly margins: NonNullable<SheetViewProps['margins']>;
}) {
  const [l, t, r, b] = [mm(margins.left), mm(margins.top), width - mm(margins.right), height - mm(margins.bottom)];
  return (
    <path
      fillRule="evenodd"
      d={`M0 0H${width}V${height}H0Z M${l} ${t}V${b}H${r}V${t}Z`}
      fill="#b93d12"
      fillOpacity="0.16"
      stroke="#b93d12"
      strokeWidth="0.3"
      strokeDasharray="1.5 1.5"
      pointerEvents="none"
    />
  );
}

/** Marks of the upright lines, read from the left edge of the sheet as it lies. */
function MarksFromEdge({
  plan,
  sheet,
  turns,
  turnedOver,
  width,
  text,
}: {
  readonly plan: FoldedBook;
  readonly sheet: number;
  readonly turns: number;
  readonly turnedOver: boolean;
  readonly width: number;
  readonly text: number;
}) {
  const unit = useSettings((s) => s.unit);
  const { run } = plan;
  const laid = run.laid.sheets[sheet]!;
  const [crossing, extent] = turns % 2 === 0 ? [laid.verticals, laid.width] : [laid.horizontals, laid.height];
  // A folio narrower than the sheet ends at a mark too.
  const own = crossing
    .slice(1)
    .filter((ticks) => extent - ticks > 1e5 * run.laid.scale)
    .map((ticks) => mm(toNm(run.laid, ticks)));
  // Turned half round, or over left to right, the edge read from is the other one.
  const reversed = turns % 2 === 0 ? (turns === 2) !== turnedOver : turns === 1;
  const marks = own.map((x) => (reversed ? width - x : x)).sort((a, b) => a - b);
  const every = marks.length > 5 ? 2 : 1;
  return (
    <g aria-hidden="true">
      {marks.map((x, i) => (
        <Mark key={i} x={x} size={text}>
          {i % every === 0 ? measureNumber(Math.round(x * 1e6) as Nm, unit) : ''}
        </Mark>
      ))}
      <text x={0} y={-text * 1.1} fontSize={text * 0.9} fill="#4e5a53">
        {unit}
      </text>
    </g>
  );
}

function Mark({ x, size, children }: { readonly x: number; readonly size: number; readonly children: ReactNode }) {
  return (
    <>
      <line x1={x} x2={x} y1={-size * 0.8} y2={-size * 0.1} stroke="#16261f" strokeWidth={size * 0.09} />
      <text x={x} y={-size * 1.1} textAnchor="middle" fontSize={size} className="measure" style={{ fontSize: size }}>
        {children}
      </text>
    </>
  );
}
