import { mm, nm, toPoints, type Nm } from '@eight-up/core/units/nm';
import type { FoldRun } from '@eight-up/core/folding/run';
import { wrapText } from '@eight-up/core/output/face';
import { placedItems, type Drawing, type DrawItem } from '@eight-up/core/output/drawing';
import { stepDrawing } from '@eight-up/core/output/step-drawing';
import type { StepWords } from '@eight-up/words/steps';
import { printable } from './fonts.ts';

/** Letters are read at arm's length, with the paper in both hands: 12 points and more. */
const [HEADING, TITLE, TEXT, NOTE] = [mm(7), mm(5.6), mm(4.4), mm(3.8)];
/** Line to line, in sizes of type. */
const LEADING = 1.3;
const ROOM = mm(15);
const PICTURE = { width: mm(54), height: mm(38) };
const GAP = mm(8);

type Width = (text: string, size: Nm) => number;

interface Head {
  readonly heading: string;
  readonly size: string;
  readonly legend: string;
}

/** The steps one below the other, a drawing of the paper after each beside its words; cautions at the foot of the last page, with the steps they belong to. */
export function stepPages(
  run: FoldRun,
  steps: readonly StepWords[],
  head: Head,
  widthOf: Width,
  { width, height }: { readonly width: Nm; readonly height: Nm },
): readonly Drawing[] {
  const flow = new Flow(widthOf, width, height);
  flow.lines(head.heading, HEADING, true);
  flow.lines(head.size, TEXT);
  flow.lines(head.legend, NOTE);
  flow.skip(GAP);
  steps.forEach((step, i) => flow.step(run, i, step));
  const cautions = [...new Set(steps.flatMap(({ caution }) => caution ?? []))].map((caution) => {
    const at = steps.flatMap((step, i) => (step.caution === caution ? [i + 1] : [])).join(', ');
    return `Step ${at}: ${caution}`;
  });
  cautions.forEach((caution) => flow.lines(caution, NOTE));
  return flow.pages.map((items) => ({ width, height, items }));
}

/** What is set from the top of the page downwards; what does not fit begins the next page, whole. */
class Flow {
  readonly pages: DrawItem[][] = [[]];
  private y = ROOM as number;
  private readonly widthOf: Width;
  private readonly width: Nm;
  private readonly height: Nm;

  constructor(widthOf: Width, width: Nm, height: Nm) {
    this.widthOf = widthOf;
    this.width = width;
    this.height = height;
  }

  skip(by: number): void {
    this.y += by;
  }

  lines(words: string, size: Nm, strong = false): void {
    const lines = this.wrap(words, size, this.width - 2 * ROOM);
    this.make(lines.length * size * LEADING);
    this.set(lines, ROOM, size, strong);
    this.y += mm(1.5);
  }

  step(run: FoldRun, index: number, { title, sentence }: StepWords): void {
    const left = ROOM + PICTURE.width + GAP;
    const room = this.width - ROOM - left;
    const titles = this.wrap(`${index + 1}. ${title}`, TITLE, room);
    const sentences = this.wrap(sentence, TEXT, room);
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
      this.page.push({
        kind: 'text',
        text,
        at: { x, y: this.y + size / 2 },
        size,
        quarterTurns: 0,
        strong,
        from: 'start',
      });
      this.y += size * LEADING;
    }
  }

  private wrap(words: string, size: Nm, room: number): readonly string[] {
    return wrapText(printable(words), (text) => this.widthOf(text, size), toPoints(nm(room)));
  }
}
