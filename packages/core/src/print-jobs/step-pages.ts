import type { FoldRun } from '../folding/run.ts';
import { placedItems, type DrawItem } from '../output/drawing.ts';
import { setLines } from '../output/face.ts';
import { stepDrawing } from '../output/step-drawing.ts';
import { mm, type Nm } from '../units/nm.ts';
import type { PrintPage } from './print-job.ts';

/** Letters are read at arm's length, with the paper in both hands: 12 points and more. */
const [HEADING, TITLE, TEXT, NOTE] = [mm(7), mm(5.6), mm(4.4), mm(3.8)];
/** Line to line, in sizes of type. */
const LEADING = 1.3;
const ROOM = mm(15);
const PICTURE = { width: mm(54), height: mm(38) };
const GAP = mm(8);

/** One step as it is said. */
export interface SaidStep {
  readonly title: string;
  readonly sentence: string;
}

export interface StepPageWords {
  readonly heading: string;
  readonly size: string;
  readonly legend: string;
  readonly steps: readonly SaidStep[];
  /** at the foot of the last page */
  readonly cautions: readonly string[];
}

/** The steps one below the other, a drawing of the paper after each beside its words; cautions at the foot of the last page, with the steps they belong to. */
export function stepPages(
  run: FoldRun,
  { heading, size, legend, steps, cautions }: StepPageWords,
  { width, height }: { readonly width: Nm; readonly height: Nm },
): readonly PrintPage[] {
  const flow = new Flow(width, height);
  flow.lines(heading, HEADING, true);
  flow.lines(size, TEXT);
  flow.lines(legend, NOTE);
  flow.skip(GAP);
  steps.forEach((step, i) => flow.step(run, i, step));
  cautions.forEach((caution) => flow.lines(caution, NOTE));
  return flow.pages.map((things) => ({ width, height, things }));
}

/** What is set from the top of the page downwards; what does not fit begins the next page, whole. */
class Flow {
  readonly pages: DrawItem[][] = [[]];
  private y = ROOM as number;
  private readonly width: Nm;
  private readonly height: Nm;

  constructor(width: Nm, height: Nm) {
    this.width = width;
    this.height = height;
  }

  skip(by: number): void {
    this.y += by;
  }

  lines(words: string, size: Nm, strong = false): void {
    const lines = setLines(words, size, this.width - 2 * ROOM);
    this.make(lines.length * size * LEADING);
    this.set(lines, ROOM, size, strong);
    this.y += mm(1.5);
  }

  step(run: FoldRun, index: number, { title, sentence }: SaidStep): void {
    const left = ROOM + PICTURE.width + GAP;
    const room = this.width - ROOM - left;
    const titles = setLines(`${index + 1}. ${title}`, TITLE, room);
    const sentences = setLines(sentence, TEXT, room);
    const words = titles.length * TITLE * LEADING + sentences.length * TEXT * LEADING;
    this.make(Math.max(PICTURE.height, words));
    const top = this.y;
    const drawing = stepDrawing(run, index, PICTURE.width, PICTURE.height);
    this.page.push(...placedItems(drawing.items, 1, ROOM, top));
    this.set(titles, left, TITLE, true);
    this.set(sentences, left, TEXT);
    this.y = Math.max(this.y, top + PICTURE.height) + GAP;
  }

  private get page(): DrawItem[] {
    return this.pages[this.pages.length - 1]!;
  }

  private make(high: number): void {
    if (this.y + high <= this.height - ROOM || this.page.length === 0) return;
    this.pages.push([]);
    this.y = ROOM;
  }

  private set(lines: readonly string[], x: number, size: Nm, strong = false): void {
    for (const text of lines) {
      const at = { x, y: this.y + size / 2 };
      this.page.push({ kind: 'text', text, at, size, quarterTurns: 0, strong, from: 'start' });
      this.y += size * LEADING;
    }
  }
}
