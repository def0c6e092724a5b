import { bindingProblemWords } from './binding.ts';
import { concertinaProblemWords } from './concertina.ts';
import { cutText } from '@eight-up/core/text';
import { parameterQuestion } from './forms/registry.ts';
import type { StoredChangeProblem } from '@eight-up/core/book/patch';
import type { BookFileNote, BookFileProblem } from '@eight-up/core/contract/book-file';
import type { EditionProblem } from '@eight-up/core/cutting/edition/edition-task';
import type { CuttingProblem } from '@eight-up/core/cutting/parent';
import type { PrinterProblem } from '@eight-up/core/printer/printer';
import type { PaperProblem } from '@eight-up/core/paper/paper';
import type { PaperTableProblem } from '@eight-up/core/paper/paper-table';
import type { PlanFileProblem } from '@eight-up/core/output/read-page-plan';
import type { PlanProblem } from '@eight-up/core/forms/planned-book';
import { measure, type LengthUnit } from '@eight-up/core/units/measure';
import { mm, nm } from '@eight-up/core/units/nm';
import type { ReadingProblem } from '@eight-up/core/folding/reading';

/** "step 3", counted as makers count. */
const step = (index: number) => `Step ${index + 1}`;

/** A panel's label in words: `r2c3` is row 2, column 3. */
export function panelWords(label: string): string {
  const match = /^(?:s(\d+))?r(\d+)c(\d+)/.exec(label);
  return match ? `${match[1] ? `sheet ${match[1]}, ` : ''}row ${match[2]}, column ${match[3]}` : label;
}

const panels = (labels: readonly string[]) =>
  labels.slice(0, 4).map(panelWords).join('; ') + (labels.length > 4 ? ' and others' : '');

const unreachable = (problem: Extract<ReadingProblem, { code: 'page-unreachable' }>) =>
  `The page at ${panelWords(problem.panel)} can never be seen: it is shut at the ${problem.edges.join(' and the ')}.`;

function outOfRange(
  { form, name, field }: Extract<PlanProblem, { code: 'parameter-out-of-range' }>,
  unit: LengthUnit,
): string {
  if (!field) return `This form has no setting called “${name}”. The book is as it was.`;
  const wanted = (): string => {
    switch (field.kind) {
      case 'count':
        return `a whole number from ${field.from} to ${field.to}`;
      case 'length':
        return `from ${measure(nm(field.from), unit)} to ${measure(nm(field.to), unit)}`;
      case 'choice':
        return `one of these: ${field.values.join(', ')}`;
      case 'numbers':
        return `up to ${field.most} whole numbers from ${field.from} to ${field.to}`;
      case 'each':
        return `1 to ${field.most} of these: ${field.values.join(', ')}`;
    }
  };
  return `“${parameterQuestion(form, name)}” cannot be set so: it is ${wanted()}. The book is as it was.`;
}

/** Why a form cannot be folded from a sheet, and what to do. */
export function planProblemWords(problem: PlanProblem, unit: LengthUnit): string {
  switch (problem.code) {
    case 'no-such-form':
      return `There is no form called “${problem.id}”. Choose one of the forms shown.`;
    case 'parameter-out-of-range':
      return outOfRange(problem, unit);
    case 'sheet-side-too-small':
      return `The ${problem.side} of ${measure(problem.length, unit)} is too small: a sheet needs at least ${measure(problem.least, unit)} to be folded.`;
    case 'sheet-side-too-large':
      return `The ${problem.side} of ${measure(problem.length, unit)} is more than we plan for (${measure(problem.most, unit)}). Is the unit right?`;
    case 'severed':
      return `${step(problem.step)} cuts the sheet apart: ${panels(problem.panels)} would fall off. End the cut earlier.`;
    case 'slit-off-the-sheet':
      return `${step(problem.step)} cuts where no paper holds together.`;
    case 'slit-reaches-the-edge':
      return `${step(problem.step)} is a slit, but it runs to the edge of the sheet. A slit ends inside.`;
    case 'nothing-moves':
      return `${step(problem.step)} folds along a line with all of the paper on one side: nothing moves.`;
    case 'fold-blocked':
      return `${step(problem.step)}: ${panelWords(problem.by)} lies in the way of ${panelWords(problem.panel)}.`;
    case 'paper-through-paper':
      return `${step(problem.step)} would push paper through paper at ${panels(problem.panels)}.`;
    case 'loop-does-not-close':
      return `${step(problem.step)}: folded so, ${panels(problem.panels)} no longer meet where they are joined.`;
    case 'ambiguous':
      return `${step(problem.step)} can be folded in more than one order; the form must say which.`;
    case 'undecided':
      return `${step(problem.step)} has too many possible orders to decide (${problem.searched} tried).`;
    case 'nothing-to-unfold':
      return `${step(problem.step)} unfolds, but nothing is folded.`;
    case 'not-flat':
      return `${step(problem.step)} needs the paper flat, but it stands.`;
    case 'no-such-panel':
      return `${step(problem.step)} speaks of a panel that the sheet does not have (${panelWords(problem.panel)}).`;
    case 'no-such-crease':
      return `${step(problem.step)} speaks of a crease that the sheet does not have.`;
    case 'glue-apart':
      return `${step(problem.step)} glues panels that do not touch: ${panels(problem.panels)}.`;
    case 'place-not-exact':
      return `${step(problem.step)} folds at a place that is not a whole nanometre.`;
    case 'too-much-work':
      return `The folds make ${problem.panels} panels, and over so many steps no more than ${problem.most} can be followed.`;
    case 'flap-wider-than-leaf':
      return `A flap of ${measure(problem.flap, unit)} is wider than the page it folds onto allows: ${measure(problem.most, unit)} at most, or it meets the gutter. Make it narrower, or take a wider sheet. The book is as it was.`;
    case 'panel-too-narrow':
      return `Panel ${problem.panel + 1} would be ${measure(problem.width, unit)} wide; below ${measure(problem.least, unit)} no hand folds it. Take fewer panels, narrow them less, or take a wider sheet. The book is as it was.`;
    case 'covers-hide-all':
      return 'Both printed panels would lie under the covers, and nothing is left to read. Begin with a valley, or print more panels. The book is as it was.';
    case 'hinge-wider-than-panels':
      return `Half a hinge of ${measure(problem.hinge, unit)} would reach past a panel of ${measure(problem.panelWidth, unit)}. Make the hinge narrower. The book is as it was.`;
    case 'tab-wider-than-panel':
    case 'higher-than-paper':
    case 'strip-longer-than-paper':
    case 'grain-not-known':
    case 'too-few-sheets':
      return `${concertinaProblemWords(problem, unit)} The book is as it was.`;
    case 'flap-past-spine':
      return `Folded in, the flap at ${panelWords(problem.panel)} reaches past the spine. Make it narrower.`;
    case 'not-one-pile':
      return `Folded up, the sheet is not one pile: ${panelWords(problem.panel)} lies elsewhere.`;
    case 'still-standing':
      return 'The paper still stands when the last step is done; it must lie flat to be a book.';
    case 'cover-inside':
      return `The cover at ${panelWords(problem.panel)} ends up inside the book.`;
    case 'no-such-cover':
      return `The sheet has no panel for the cover (${panelWords(problem.panel)}).`;
    case 'page-unreachable':
      return unreachable(problem);
  }
}

export function commandProblemWords(problem: StoredChangeProblem, unit: LengthUnit): string {
  switch (problem.code) {
    case 'change-unknown':
    case 'patch-does-not-fit':
      return 'What is stored of this change does not fit the book as it is now. Nothing was changed; look under Safekeeping, where a check of the data folder says more.';
    case 'no-such-page':
      return `There is no page ${problem.page + 1}: the book has ${problem.pages}. Nothing was changed.`;
    case 'no-such-tray-place':
      return `There is nothing at place ${problem.tray + 1} of the tray: ${problem.waiting} wait there. Nothing was changed.`;
    case 'page-locked':
      return `Page ${problem.page + 1} is locked and stays where it is. Unlock it first. Nothing was changed.`;
    case 'page-empty':
      return `There is no picture on page ${problem.page + 1}. Nothing was changed.`;
    case 'nothing-to-spread-over':
      return 'There are no two pages there to lay a picture over. Nothing was changed.';
    case 'row-no-such-page':
      return `The plan speaks of page ${problem.page + 1}, but the book has ${problem.pages}. Nothing was changed.`;
    case 'row-page-twice':
      return `The plan speaks of page ${problem.page + 1} twice. Nothing was changed.`;
    case 'row-no-such-file':
      return `The plan puts “${problem.file}” on page ${problem.page + 1}, but the book has no such file. Drop it in first. Nothing was changed.`;
    case 'kit-copies-not-a-number':
      return `An edition has between 1 and ${problem.most} copies. The number was kept as it was.`;
    case 'kit-spares-not-a-number':
      return 'Spares are a number of sheets and a percentage, none of them less than 0. They were kept as they were.';
    case 'kit-piece-not-a-size':
      return `The ${problem.side} of “${problem.name}” is ${measure(problem.length, unit)}; parts are between ${measure(mm(2), unit)} and ${measure(mm(5000), unit)}. Is the unit right? Nothing was changed.`;
    case 'kit-piece-count':
      return `A book takes between 1 and 1000 of “${problem.name}”. Nothing was changed.`;
    case 'kit-piece-twice':
      return `Two parts have the name by which “${problem.name}” is kept. Nothing was changed.`;
    case 'kit-piece-of-other-paper':
      return problem.other === null
        ? `“${problem.name}” cannot be cut from that paper: it is of another kind. Nothing was changed.`
        : `“${problem.name}” and “${problem.other}” cannot be cut from one paper: they are of different kinds. Nothing was changed.`;
    case 'kit-allowance':
      return `The ${problem.what === 'longest' ? 'longest cut' : problem.what} cannot be so much or so little. It was kept as it was.`;
    case 'no-such-stitch':
    case 'station-count':
    case 'stitch-parameter':
    case 'binding-length':
      return bindingProblemWords(problem, unit);
    case 'title-empty':
      return 'A book needs a title. The old one was kept.';
    default:
      return planProblemWords(problem, unit);
  }
}

/** Why a sheet cannot be cut so. */
export function cuttingProblemWords(problem: CuttingProblem): string {
  switch (problem.code) {
    case 'parent-not-a-sheet':
      return `“${problem.parent}” is no sheet: each side must be more than 0 and at most 20 m. Is the unit right?`;
    case 'trim-leaves-nothing':
      return `The trims of “${problem.parent}” leave nothing to cut.`;
    case 'piece-not-a-size':
      return `“${problem.piece}” is no size: each side must be more than 0 and at most 20 m. Is the unit right?`;
    case 'piece-named-twice':
      return `Two sizes are called “${problem.piece}”: each needs an id of its own.`;
    case 'gap-negative':
      return 'The gap between pieces cannot be less than 0.';
    case 'longest-cut-not-a-length':
      return 'The longest cut must be more than 0 and at most 20 m.';
    case 'nothing-wanted':
      return 'Say at least one size that is wanted.';
  }
}

/** Why an edition cannot be cut from the papers there are. */
export function editionProblemWords(
  problem: EditionProblem,
  nameOf: (piece: string) => string = (id) => id,
  unit: LengthUnit = 'mm',
): string {
  switch (problem.code) {
    case 'nothing-needed':
      return 'Nothing is needed yet: say how many copies, of which parts.';
    case 'piece-fits-no-parent':
      return {
        size: `“${nameOf(problem.piece)}” is larger than any sheet here. Take a larger sheet, or make the part smaller.`,
        grain: `“${nameOf(problem.piece)}” fits only with its grain the wrong way. A sheet of the other grain would serve.`,
        'grain-unknown': `“${nameOf(problem.piece)}” needs its grain one way, and nobody has found out yet which way these fibres run.`,
      }[problem.why];
    case 'book-not-on-paper':
      return planProblemWords(problem.problem, unit);
    case 'not-enough-paper':
      return 'There is not enough of this paper for all the pieces.';
    default:
      return cuttingProblemWords(problem);
  }
}

const NUMBER_WORDS = {
  grammage: 'The grammage (g/m²)',
  caliper: 'The caliper (mm)',
  price: 'The price (in hundredths)',
  stock: 'The number of sheets',
  'offcut count': 'The number of offcuts',
} as const;

/** What is wrong with a paper; the drawer was not changed. */
export function paperProblemWords(problem: PaperProblem, unit: LengthUnit): string {
  switch (problem.code) {
    case 'paper-name-empty':
      return 'A paper needs a name by which you find it. Nothing was changed.';
    case 'paper-number-out-of-range':
      return `${NUMBER_WORDS[problem.field]} must lie between ${problem.least} and ${problem.most}. Nothing was changed.`;
    case 'sheet-side-too-small':
      return `${whose(problem.offcut)} ${problem.side} of ${measure(problem.length, unit)} is too small: at least ${measure(problem.least, unit)}. Nothing was changed.`;
    case 'sheet-side-too-large':
      return `${whose(problem.offcut)} ${problem.side} of ${measure(problem.length, unit)} is more than ${measure(problem.most, unit)}. Is the unit right? Nothing was changed.`;
  }
}

const whose = (offcut: number | undefined): string => (offcut === undefined ? 'The' : `Offcut ${offcut + 1}: the`);

/** What is wrong with a printer; nothing was changed. */
export function printerProblemWords(problem: PrinterProblem): string {
  switch (problem.code) {
    case 'printer-name-empty':
      return 'A printer needs a name by which you find it. Nothing was changed.';
    case 'printer-cannot-print-backs':
      return 'This printer neither turns sheets by itself nor is it known how to do it by hand: rehearse it first. Nothing was changed.';
  }
}

/** Why a table of papers was not taken; the drawer was not changed. */
export function paperTableProblemWords(problem: PaperTableProblem): string {
  const kept = 'The drawer was not changed.';
  switch (problem.code) {
    case 'paper-table-too-long':
      return `The table has ${problem.rows.toLocaleString('en')} rows; ${problem.most.toLocaleString('en')} is the most that can be taken at once. ${kept}`;
    case 'paper-table-empty':
      return `The table is empty: it needs a heading and at least one paper. ${kept}`;
    case 'paper-table-no-column':
      return `The table has no column “${cutText(problem.column, 60)}” (it has ${cutText(problem.columns.slice(0, 20).join(', '), 200)}). ${kept}`;
    case 'paper-table-cell':
      return `Row ${problem.row}, “${cutText(problem.column, 60)}”: “${cutText(problem.text, 60)}” is not understood. ${kept}`;
    case 'paper-table-no-such-paper':
      return `Row ${problem.row} is an offcut of “${cutText(problem.name, 60)}”, which stands nowhere above it. ${kept}`;
    case 'paper-table-row':
      return `Row ${problem.row}: ${paperProblemWords(problem.problem, 'mm').replace('Nothing was changed.', kept)}`;
  }
}

/** Why a page plan could not be taken; the book was not changed. */
export function planFileProblemWords(problem: PlanFileProblem): string {
  switch (problem.code) {
    case 'plan-file-empty':
      return 'The page plan is empty: it needs a heading and at least one row. Nothing was changed.';
    case 'plan-file-no-page-column':
      return `The page plan has no column “page” (it has ${cutText(problem.columns.slice(0, 12).join(', '), 200) || 'none'}). Nothing was changed.`;
    case 'plan-file-cell':
      return `Row ${problem.row} of the page plan, “${cutText(problem.column, 60)}”: “${cutText(problem.text, 60)}” is not understood. Nothing was changed.`;
  }
}

/** Why a book file could not be opened; nothing on the shelf was changed. */
const megabytes = (bytes: number): string => `${Math.ceil(bytes / 1e6).toLocaleString('en')} MB`;

/** What to know of a book file that was taken in. */
export function bookFileNoteWords(note: BookFileNote): string {
  switch (note.code) {
    case 'originals-left-out':
      return `${note.names.length === 1 ? 'A picture was' : `${note.names.length} pictures were`} damaged in the file and left out: ${cutText(note.names.join(', '), 200)}. Drop ${note.names.length === 1 ? 'it' : 'them'} in again.`;
    case 'history-left-out':
      return note.why === 'damaged'
        ? 'The history in the file is damaged: the book was taken without it.'
        : 'The history in the file does not lead to this book: the book was taken without it.';
  }
}

export function bookFileProblemWords(problem: BookFileProblem): string {
  switch (problem.code) {
    case 'book-file-not-a-zip':
      return 'This is not a book file: it is no zip. Choose a file that was saved as “the whole book”.';
    case 'book-file-cut-short':
      return 'The book file ends in the middle. Copy it again from where it came.';
    case 'book-file-damaged':
      return `The book file was damaged on its way: “${problem.path}” is not what was packed. Copy it again from where it came.`;
    case 'book-file-body-twice':
      return `The book file was refused: “${problem.path}” shares its bytes with another name, as no program packs them.`;
    case 'book-file-larger-than-disk':
      return `The book file unpacks to ${megabytes(problem.needs)}, and the disk has ${megabytes(problem.free)} left. Free some space and open it again.`;
    case 'book-file-without-book':
      return 'The zip holds no book: book.json is missing from it.';
    case 'book-file-of-later-version':
      return `This book file was written by a later version (${problem.version}); this one reads up to ${problem.known}. Bring Eight Up up to date and open it again.`;
    case 'book-file-unreadable':
      return `The book file cannot be read at “${problem.where}”: ${problem.detail}.`;
    case 'book-file-path-outside':
      return `The book file was refused: “${problem.path}” points outside of it.`;
    case 'book-file-name-twice':
      return `The book file was refused: “${problem.path}” is in it twice.`;
    case 'book-file-swells':
      return `The book file was refused: “${problem.path}” swells far beyond its packed size.`;
  }
}
