import { counted } from './counted.ts';
import { formWords } from './forms/registry.ts';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { USUAL_PRINTING } from '@eight-up/core/document/usual';
import { closedSize } from '@eight-up/core/output/nest-marks';
import type { FormFamily } from '@eight-up/core/forms/form';
import { needsOf, type Need } from '@eight-up/core/forms/needs';
import { sidesOf } from '@eight-up/core/folding/laid-paper';
import { at } from '@eight-up/core/result';
import { foliosPerSection } from '@eight-up/core/folding/nest';
import { grainName } from '@eight-up/core/paper/sheet-size';
import { measure, measureSize, type LengthUnit } from '@eight-up/core/units/measure';
import { nm, type Nm } from '@eight-up/core/units/nm';
import type { PageLabel, Reading } from '@eight-up/core/folding/reading';
import { pageLabel, type Numbering } from '@eight-up/core/folding/reading';

/** What is gathered under one heading when a form is chosen. */
export const FAMILY_WORDS: Readonly<Record<FormFamily, string>> = {
  'one-sheet': 'A little book from one sheet',
  bound: 'Pages bound at a fold',
  'opens-out': 'Something that opens out',
};

/** Page labels in words: "7", "front", "back". */
export const labelWords = (label: PageLabel): string =>
  label.kind === 'number' ? `${label.number}${label.letter ?? ''}` : label.kind;

export const pageNames = (reading: Reading, numbering: Numbering): readonly string[] =>
  reading.pages.map((_, i) => labelWords(pageLabel(reading, i, numbering)));

export interface FormFacts {
  readonly pages: number;
  readonly leaves: number;
  readonly foldOuts: number;
  /** pages on flaps, counted among the pages */
  readonly onFlaps: number;
  readonly hidden: number;
}

/** The counts that follow from folding, each under its own name. */
export const formFacts = ({ reading }: FoldedBook): FormFacts => ({
  pages: reading.pages.length,
  leaves: reading.leaves,
  foldOuts: reading.views.filter(({ hinge, unfolded }) => !unfolded && hinge !== 'spine').length,
  onFlaps: reading.pages.filter(({ letter }) => letter).length,
  hidden: reading.hidden.length,
});

/** One plain sentence: what the maker will hold, trimmed as it will be. */
export function factsSentence(
  plan: FoldedBook,
  unit: LengthUnit,
  trims: Parameters<typeof closedSize>[1] = USUAL_PRINTING,
): string {
  const { pages, leaves, foldOuts, onFlaps, hidden } = formFacts(plan);
  const { width, height } = closedSize(plan, trims);
  const isTrimmed = width < plan.reading.width || height < plan.reading.height;
  const parts = [
    onFlaps
      ? `${pages} pages to read with the fold-outs, ${pages - onFlaps} without`
      : counted(pages, 'page to read', 'pages to read'),
    plan.reading.gaps.length ? counted(leaves, 'leaf', 'leaves') : counted(leaves, 'panel'),
    ...(foldOuts ? [counted(foldOuts, 'fold-out')] : []),
    ...(hidden
      ? [`${counted(hidden, 'printed face')} ${underCover(plan) ? 'under the covers' : 'hidden by glue'}`]
      : []),
  ];
  return `${parts.join(', ')}; closed ${isTrimmed ? 'and trimmed ' : ''}${measureSize(width, height, unit)}.`;
}

/** Sheets, sections, blanks and bolts, where a form has them: what has to be known before printing. */
export function printedSheetsSentence(plan: FoldedBook): string | undefined {
  const { run, reading, form, parameters } = plan;
  const sheets = run.laid.sheets.filter((_, sheet) => sidesOf(run.laid, sheet).length > 0).length;
  const blanks = form.asksPages ? reading.pages.length - form.asksPages.asked(parameters) : 0;
  const { one, many } = form.cutFromSheet ? formWords(form.id) : { one: 'sheet', many: 'sheets' };
  const parts = [
    ...(sheets > 1 || blanks > 0 ? [`${counted(sheets, one, many)}${sectionsWords(foliosPerSection(plan))}.`] : []),
    ...(blanks > 0
      ? [
          `${counted(blanks, 'page')} at the end ${blanks === 1 ? 'stays blank: the back cover' : 'stay blank, the back cover among them'}.`,
        ]
      : []),
    ...(reading.bolts.length
      ? [`Slit the bolts at the ${reading.bolts.join(' and the ')} with a blunt paper knife once it is folded.`]
      : []),
  ];
  return parts.length ? parts.join(' ') : undefined;
}

const NEED_WORDS: Readonly<Record<Need, string>> = {
  blade: 'a blade',
  glue: 'glue',
  tape: 'tape',
  'paper-knife': 'a blunt paper knife for the bolts',
  thread: 'needle and thread',
  'thread-or-staples': 'needle and thread, or staples',
};

/** What a book takes besides hands. */
export function needsSentence(plan: FoldedBook): string {
  const needs = needsOf(plan);
  if (needs.length === 0) return 'needs nothing but hands.';
  const [last, ...others] = needs.map((need) => NEED_WORDS[need]).reverse();
  const list = others.length ? `${others.reverse().join(', ')} and ${last}` : last;
  return `needs ${list}${needs.includes('glue') ? '' : '; no glue'}.`;
}

function sectionsWords(sections: readonly number[]): string {
  if (sections.length < 2) return '';
  const [most, least] = [Math.max(...sections), Math.min(...sections)];
  return ` in ${sections.length} sections of ${most === least ? most : `${least} or ${most}`} folios`;
}

/** Which grain is best: fibres along the spine, the last fold; and why one would heed it. */
export function grainSentence({ sheet, reading, form }: FoldedBook): string {
  if (form.cutFromSheet)
    return 'Strips are cut with their folds along the fibres of the sheet: they fold clean and lie closed.';
  const upright = reading.spineAxis === 'vertical';
  const name = grainName({ ...sheet, fibre: upright ? 'along-height' : 'along-width' });
  const which = name === 'long' || name === 'short' ? `${name}-grain paper` : 'paper';
  return `Folds best from ${which} whose fibres run ${upright ? 'upright' : 'from left to right'} as the sheet lies, along the spine: it folds clean and lies closed.`;
}

/** Which grain the larger paper must have on which the sheets are printed: they lie on it unturned. */
export function parentGrainSentence(
  { reading }: FoldedBook,
  paper: { readonly width: number; readonly height: number },
): string {
  const upright = reading.spineAxis === 'vertical';
  const [width, height] = [nm(paper.width), nm(paper.height)];
  const name = grainName({ width, height, fibre: upright ? 'along-height' : 'along-width' });
  const which = name === 'long' || name === 'short' ? `${name} grain` : 'any sheet whose fibres run so';
  return `The larger paper: ${which}, fibres ${upright ? 'upright' : 'from left to right'} as it ${width > height ? 'lies' : 'stands'}.`;
}

/** How thick it lies closed, at the spine and where flaps lie on its leaves. */
export function flapThicknessSentence({ reading }: FoldedBook, thickness: Nm, unit: LengthUnit): string | undefined {
  const flaps = reading.layers.length - reading.leaves;
  if (!reading.pages.some(({ letter }) => letter)) return undefined;
  return `Closed, ${measure(nm(reading.leaves * thickness), unit)} thick at the spine and up to ${measure(nm((reading.leaves + flaps) * thickness), unit)} towards the fore-edge: ${counted(flaps, 'flap')} more. Spread them over the folios, and over both sides.`;
}

/** Whether what is hidden lies under covers, not under the glue of a turn. */
const underCover = ({ reading }: FoldedBook): boolean => reading.hidden.some(({ why }) => why === 'cover');

/** What covers hide of a book that is printed on one side need not be hidden: the last panel but one, or one panel more. */
function underCovers({ reading, run, form, parameters }: FoldedBook): string | undefined {
  if (reading.hidden.every(({ face }) => sidesOf(run.laid, at(run.laid.panels, face.panel).sheet).length > 1))
    return undefined;
  return formWords(form.id).hidden?.(parameters);
}

/** The one sentence where a choice hides printed faces, else undefined. */
export const hiddenSentence = (plan: FoldedBook): string | undefined =>
  underCover(plan) ? underCovers(plan) : hiddenByGlue(plan);

const hiddenByGlue = ({ reading }: FoldedBook): string | undefined =>
  reading.hidden.length
    ? `Glueing these turns shut hides ${counted(reading.hidden.length, 'printed face')}: nobody will read them.`
    : undefined;
