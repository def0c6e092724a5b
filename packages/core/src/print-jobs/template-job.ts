import type { Drawing, DrawItem } from '../output/drawing.ts';
import { sewingDrawing, type SewingLetters } from '../output/sewing-drawing.ts';
import type { BlockToSew, Sewing } from '../stitches/sewing.ts';
import { setLines } from '../output/face.ts';
import type { LengthUnit } from '../units/measure.ts';
import { mm, type Nm } from '../units/nm.ts';
import { benchSheetJob, type BenchWords } from './bench-sheet-job.ts';
import type { PrintJob } from './print-job.ts';
import type { PrinterPage } from './printer-pages.ts';
import { tilePages, type TilePlace } from './tiles.ts';

export interface TemplateChoice {
  readonly unit: LengthUnit;
  readonly paper: PrinterPage;
}

export interface TemplateWords {
  readonly bench: BenchWords;
  readonly sewing: SewingLetters;
  /** written on the scrap itself */
  readonly name: string;
  /** beside it: what is done with it */
  readonly how: readonly string[];
  readonly head: string;
  readonly tail: string;
  readonly trimmed: string;
  /** beside a station: how far it is from the head */
  readonly place: (fromHead: Nm) => string;
  readonly tile: (place: TilePlace) => string;
}

/** As wide as two thumbs hold it, either side of its fold. */
const HALF = mm(32);
const TICK = mm(9);
const LETTER = mm(3.6);
const SAID = mm(4.2);

/**
 * The scrap that carries the stations at 1 : 1, to be folded along its line and laid into the fold, its head to the head: every hole a dot on the fold with a tick on
 * both sides, numbered, with its distance from the head. A staple has a dot for either leg.
 */
export function templateDrawing(block: BlockToSew, { stations, staples }: Sewing, words: TemplateWords): Drawing {
  const { height, trimHead, trimTail } = block;
  const line = (
    layer: 'cut' | 'valley' | 'trim' | 'station',
    ...points: readonly (readonly [number, number])[]
  ): DrawItem => ({
    kind: 'line',
    layer,
    points: points.map(([x, y]) => ({ x, y })),
  });
  const text = (
    of: string,
    x: number,
    y: number,
    from: 'start' | 'middle' | 'end',
    strong = false,
    quarterTurns = 0,
  ): DrawItem => ({
    kind: 'text',
    text: of,
    at: { x, y },
    size: LETTER,
    quarterTurns,
    strong,
    from,
  });
  const hole = (place: number): DrawItem => ({
    kind: 'dot',
    layer: 'station',
    at: { x: HALF, y: place },
    radius: mm(0.6),
    filled: true,
  });
  const trims = [...(trimHead > 0 ? [trimHead as number] : []), ...(trimTail > 0 ? [height - trimTail] : [])];
  return {
    width: 2 * HALF,
    height,
    items: [
      { kind: 'line', layer: 'cut', closed: true, points: corners(2 * HALF, height) },
      line('valley', [HALF, 0], [HALF, height]),
      ...trims.flatMap((place) => [
        line('trim', [0, place], [2 * HALF, place]),
        text(words.trimmed, mm(1.5), place + (place < height / 2 ? -1 : 1) * mm(1.6), 'start'),
      ]),
      ...stations.flatMap((place, i) => [
        line('station', [HALF - TICK, place], [HALF + TICK, place]),
        ...(staples ? staples.legs[i]!.map(hole) : [hole(place)]),
        text(String(i + 1), HALF - TICK - mm(2), place, 'end', true),
        text(words.place(place), HALF + TICK + mm(1), place, 'start'),
      ]),
      text(words.head, HALF + mm(2), mm(5), 'start', true),
      text(words.tail, HALF + mm(2), height - mm(5), 'start'),
      text(words.name, mm(5), height / 2, 'middle', false, 3),
    ],
  };
}

const corners = (width: number, height: number) => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: height },
  { x: 0, y: height },
];

/** The template over as many printer pages as it takes, before it a sheet for the bench with the fold drawn from both sides and every pass in words. */
export function templateJob(
  block: BlockToSew,
  sewing: Sewing,
  { unit, paper }: TemplateChoice,
  words: TemplateWords,
): PrintJob {
  const sections = Math.max(1, block.sections.length);
  const drawn = sewingDrawing(
    {
      height: block.height,
      stations: sewing.stations,
      path: sewing.path,
      staples: sewing.staples,
      sections,
      section: 1,
      passes: sewing.path?.passes.length ?? 0,
    },
    words.sewing,
  );
  const bench = benchSheetJob({ ...drawn, drawnWith: () => drawn }, unit, words.bench);
  const template = templateDrawing(block, sewing, words);
  const beside = { x: template.width + mm(7), width: mm(90) };
  const said = words.how
    .flatMap((one) => setLines(one, SAID, beside.width))
    .map((line, i): DrawItem => ({
      kind: 'text',
      text: line,
      at: { x: beside.x, y: mm(6) + i * SAID * 1.35 },
      size: SAID,
      quarterTurns: 0,
      from: 'start',
    }));
  const whole = { width: beside.x + beside.width, height: template.height };
  return {
    title: words.bench.title,
    pages: [...tilePages(whole, [...template.items, ...said], paper, unit, words.tile), ...bench.pages],
  };
}
