import { readOff, type Reading } from '@eight-up/core/cutting/marks';
import { capital } from './counted.ts';
import { pagesPaper, type BookDocument } from '@eight-up/core/document/document';
import type { SheetSide } from '@eight-up/core/folding/hold';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import {
  marksOnFace,
  SCORED_FROM,
  scoresFolds,
  workOn,
  type MarkedLine,
  type ScoreTool,
  type SheetMarks,
  type WorkedMark,
} from '@eight-up/core/marks/sheet-marks';
import type { MarksWords } from '@eight-up/core/print-jobs/marks-job';
import { BAR } from '@eight-up/core/print-jobs/scale-bar';
import { measure, measureSize, type LengthUnit } from '@eight-up/core/units/measure';
import type { Nm } from '@eight-up/core/units/nm';
import { readWords } from './cutting.ts';
import { formWords } from './forms/registry.ts';
import { tileWords } from './print-jobs.ts';
import { BLADE, pieceWords } from './steps.ts';

export const TOOL_WORDS: Readonly<Record<ScoreTool, string>> = {
  'bone-folder': 'a bone folder',
  board: 'a creasing board',
  'half-cut': 'a knife, cut half through',
};

/** On which face a tool works, and why. */
export const TOOL_HOW: Readonly<Record<ScoreTool, string>> = {
  'bone-folder': 'Scored on the face that the fold closes on.',
  board: 'Scored so that the groove comes outside: on the face that opens.',
  'half-cut': 'Always on the mountain’s face, which opens; try the pressure on an offcut first.',
};

export const FACE_WORDS: Readonly<Record<SheetSide, string>> = { A: 'front', B: 'back' };

const LINE_WORDS: Readonly<Record<MarkedLine['kind'], string>> = {
  valley: 'valley',
  mountain: 'mountain',
  creased: 'fold and open again',
  cut: 'cut',
  slit: 'slit',
};

/** What a sheet of the book is called: strips and endpapers by their place, others by their number. */
export function markedSheetName(plan: FoldedBook, sheet: number): string {
  if (plan.form.cutFromSheet && plan.run.laid.parts[plan.run.laid.sheets[sheet]!.part]!.part !== 'hinges')
    return pieceWords(sheet, plan);
  const { sheets, parts } = plan.run.laid;
  if (parts[sheets[sheet]!.part]!.part === 'hinges') return 'the hinge strips';
  return sheets.length > 1 ? `${formWords(plan.form.id).one} ${sheet + 1}` : 'the sheet';
}

/** Sheets that are marked alike, by their names. */
export function alikeName(plan: FoldedBook, sheets: readonly SheetMarks[]): string {
  const names = [...new Set(sheets.map(({ sheet }) => markedSheetName(plan, sheet)))];
  const [first] = names;
  const word = first!.split(' ').slice(0, -1).join(' ');
  const numbered = names.length > 1 && names.every((name) => name.startsWith(`${word} `) && /\d$/.test(name));
  return numbered ? `${word}s ${ranges(names.map((name) => Number(name.split(' ').at(-1))))}` : names.join(', ');
}

/** Numbers in their order, three and more that follow one another from the first to the last. */
function ranges(numbers: readonly number[]): string {
  const runs: number[][] = [];
  for (const n of numbers) {
    const run = runs.at(-1);
    if (run?.at(-1) === n - 1) run.push(n);
    else runs.push([n]);
  }
  return runs.flatMap((run) => (run.length > 2 ? [`${run[0]}–${run.at(-1)}`] : run.map(String))).join(', ');
}

/** How the folds of a strip begin, so that those that begin the other way are not mistaken. */
export const beginsWords = ({ begins }: Pick<SheetMarks, 'begins'>): string | undefined =>
  begins && `begins with a ${begins}`;

/** Where a mark lies on the face that lies up, as the rule is read: turned over like a page, the edge that is measured from lies on the right. */
export const placeWords = ({ mark: { axis, at }, side }: WorkedMark, reading: Reading): string =>
  `${readWords(at, reading)} from the ${axis === 'level' ? 'top' : side === 'A' ? 'left' : 'right'} edge`;

/** The place as it was planned, where a rule does not have it; undefined: it does. */
export const exactWords = ({ mark: { at } }: WorkedMark, reading: Reading): string | undefined =>
  Math.abs(readOff(at, reading) - at) < 50_000 ? undefined : `${measure(at, reading === 'mm' ? 'mm' : 'in')} exactly`;

/** What is done along a mark on the face that lies up, stretch by stretch where it is not one line; `tool` null: light paper, folded at its marks. */
export function markWords(
  { mark: { axis }, lines, side }: WorkedMark,
  { height, width }: Pick<SheetMarks, 'height' | 'width'>,
  tool: ScoreTool | null,
  reading: Reading,
): string {
  const whole = axis === 'upright' ? height : width;
  const parts = lines.map(({ kind, from, to }) => {
    const isFold = tool !== null && (kind === 'valley' || kind === 'mountain');
    const does = isFold ? `${tool === 'half-cut' ? 'half-cut' : 'score'} the ${FACE_WORDS[side]}` : undefined;
    const along = axis === 'upright' ? 'below the top' : side === 'A' ? 'from the left' : 'from the right';
    const stretch =
      to - from >= whole - 1 ? '' : ` from ${readWords(from, reading)} to ${readWords(to, reading)} ${along}`;
    return `${LINE_WORDS[kind]}${stretch}${does ? `, ${does}` : ''}`;
  });
  return parts.join('; ');
}

export const TURN_OVER = 'Turn it over like a page: the edge you measured from lies on the right now.';

/** What folds take up, and what that changes. */
export function takeUpWords(plan: FoldedBook, sheets: readonly SheetMarks[], takeUp: Nm, unit: LengthUnit): string {
  const longest = Math.max(0, ...sheets.map(({ longer }) => longer)) as Nm;
  return !plan.form.cutFromSheet
    ? `Each fold takes up ${measure(takeUp, unit)}; the sheet has its size, so pages come out that much narrower.`
    : `Each fold takes up ${measure(takeUp, unit)}: marks allow for it, and strips are up to ${measure(longest, unit)} longer than planned. Cut them so.`;
}

export const TORN_MARKS =
  'Edges are torn: measure from where the edge runs on the whole, or true one edge first where a joint must be flush.';

export const NOTHING_TO_MARK = 'Nothing of this book is folded or cut along a line that could be marked.';

export const PENCIL =
  'Pencil on the back, as light as can be read, and off again before anything is glued: glue seals it.';

/** Whether this book's paper is scored, and why. */
export function scoreSentence(book: Pick<BookDocument, 'papers'>): string {
  const paper = pagesPaper(book)?.paper;
  return scoresFolds(book)
    ? `Score paper from about ${SCORED_FROM} g/m² on (usual); lighter paper is folded at its marks.`
    : `“${paper!.name}” has ${paper!.grammage} g/m²: it is folded at its marks, without a score (from about ${SCORED_FROM} g/m² on paper is scored, usual).`;
}

/** How many sheets that are marked alike an edition takes; undefined: one. */
export const editionCountWords = (alike: number, copies: number): string | undefined =>
  alike * copies === 1
    ? undefined
    : copies === 1
      ? `${alike} in a copy`
      : `${alike * copies} for ${copies} copies, spares apart`;

export interface MarksAsked {
  readonly tool: ScoreTool;
  readonly unit: LengthUnit;
  readonly reading: Reading;
  readonly takeUp: Nm;
}

/** The bench sheet of the marks and the letters on their templates. */
export function marksJobWords(
  plan: FoldedBook,
  book: BookDocument,
  groups: readonly (readonly SheetMarks[])[],
  { tool, unit, reading, takeUp }: MarksAsked,
): MarksWords {
  const title = `${book.title}, marks`;
  const all = groups.flat();
  const jig = all.find((one) => one.jig !== undefined)?.jig;
  const scored = scoresFolds(book);
  return {
    bench: {
      title,
      heading: `${book.title}: marks to work by`,
      facts: [
        `Every mark from one edge, counted through front and back, told as the rule is read (${reading === 'mm' ? 'half millimetres' : `nearest ${READING_WORDS[reading]}`}). The doubled line is that edge: on a front the left one, on a back, turned over like a page, the right one.`,
        ...(scored ? [`Scored with ${TOOL_WORDS[tool]}. ${TOOL_HOW[tool]}`] : []),
        `Heed: ${BLADE}`,
      ],
      orders: groups.flatMap((group) => {
        const [one] = group;
        const name = `${capital(alikeName(plan, group))} (${measureSize(one!.width, one!.height, unit)}${one!.begins && plan.form.cutFromSheet ? `, ${beginsWords(one!)}` : ''})`;
        const work = workOn(one!, tool);
        const count = editionCountWords(group.length, book.kit.copies);
        return [
          `${name}${count ? `, ${count}` : ''}${one!.tab ? `, tab from ${readWords(one!.tab.from, reading)}` : ''}:`,
          ...work.flatMap((mark, i) => [
            ...(mark.side === 'B' && work[i - 1]?.side !== 'B' ? [TURN_OVER] : []),
            `${i + 1}. ${placeWords(mark, reading)}: ${markWords(mark, one!, scored ? tool : null, reading)}.`,
          ]),
        ];
      }),
      notes: [
        ...(jig ? [`A card to fold by: ${measure(jig, unit)} wide, pushed into the last fold.`] : []),
        ...(takeUp > 0 ? [takeUpWords(plan, all, takeUp, unit)] : []),
        ...(book.kit.manner.edge === 'torn' ? [TORN_MARKS] : []),
        PENCIL,
        scoreSentence(book),
      ],
      bar: `This bar is ${measure(BAR[unit], unit)} long if the page was printed at 100 %.`,
    },
    lettering: (sheet, side) => {
      const group = groups.find((one) => one.includes(sheet)) ?? [sheet];
      const begins = plan.form.cutFromSheet ? beginsWords(sheet) : undefined;
      return {
        name: `${alikeName(plan, group)}, ${FACE_WORDS[side]}${begins ? `, ${begins}` : ''}`,
        mark: (n, { mark }) => `${before(sheet, side, tool) + n}: ${readWords(mark.at, reading)}`,
        head: 'head',
        tab: 'tab',
      };
    },
    tile: tileWords(title, unit),
  };
}

/** Marks are counted through both faces. */
const before = (sheet: SheetMarks, side: SheetSide, tool: ScoreTool): number =>
  side === 'A' ? 0 : marksOnFace(sheet, 'A', tool).length;

export const READING_WORDS: Readonly<Record<Exclude<Reading, 'mm'>, string>> = {
  sixteenths: '1⁄16 in',
  'thirty-seconds': '1⁄32 in',
  'sixty-fourths': '1⁄64 in',
};
