import { ownerOf, type ChangedBook, type JointPlan } from '@eight-up/core/cutting/joint-plan';
import type { CutTogether } from '@eight-up/core/cutting/kit';
import type { Cut } from '@eight-up/core/cutting/lay-out';
import { readOff, type Mark, type Reading } from '@eight-up/core/cutting/marks';
import { piecesEach } from '@eight-up/core/cutting/on-paper';
import type { OffcutUse } from '@eight-up/core/cutting/offcut-use';
import type { Parent } from '@eight-up/core/cutting/parent';
import type { PaperPlan, RankBy } from '@eight-up/core/cutting/plan-on-paper';
import { isOwnSheet, OWN_SHEET, pieceName, type CutEdge, type Kit } from '@eight-up/core/document/kit';
import type { ChosenPaper } from '@eight-up/core/document/chosen-paper';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import type { Paper, PaperKind } from '@eight-up/core/paper/paper';
import { namedSizeOf, NAMED_SIZES, type Sheet } from '@eight-up/core/paper/sheet-size';
import { measure, measureArea, measureSize, type LengthUnit } from '@eight-up/core/units/measure';
import { nm, type Nm } from '@eight-up/core/units/nm';
import { counted } from './counted.ts';
import { formById } from '@eight-up/core/forms/registry';
import { formWords, parameterAnswer, parameterQuestion } from './forms/registry.ts';
import type { MakerSettings } from '@eight-up/core/document/maker-settings';
import type { Corner, BookKind, FromStrips } from '@eight-up/core/cutting/sheet-becomes';
import { moneyWords } from './papers.ts';
import type { PartName } from '@eight-up/core/folding/assembly';

/** What a sheet may become, told apart from the same form otherwise set: "meander book, 3 rows, 4 columns". */
export function becomesWords({ form }: Pick<BookKind, 'form'>): string {
  const settings = Object.entries(form.parameters).flatMap(([name, value]) =>
    typeof value === 'number'
      ? [`${value} ${parameterQuestion(form.id, name).toLowerCase()}`]
      : [value].flat().map((one) => parameterAnswer(form.id, name, String(one))),
  );
  return [formWords(form.id).name.replace(/^one-sheet /, ''), ...settings].join(', ');
}

/** What a book is called that is begun with a size, until its maker names it: several of them are told apart. */
export function titleOfCorner(kind: BookKind, { width, height }: Corner, unit: LengthUnit): string {
  const words = becomesWords(kind);
  return `${words[0]!.toUpperCase()}${words.slice(1)}, ${measureSize(width, height, unit)}`;
}

/** What a book that is begun with a size holds, where a sheet gives several strips: one of them, or all joined. */
export function fromStripsWords({ panels, across, down }: Corner, kind: BookKind, from: FromStrips): string {
  if (kind.strip === undefined) return 'of this size';
  return from === 'joined'
    ? `of ${counted(panels * across * down, 'panel')}, all strips of the sheet joined`
    : `of ${counted(panels, 'panel')}: ${across * down} of them from a sheet`;
}

/** What a piece of the kit is called; the sheets that the form folds by their form. */
export const pieceWords = (kit: Kit, formId: string, id: string): string =>
  isOwnSheet(id) ? ownSheetWords(formId, id) : (pieceName(kit, id) ?? id);

/** What a piece is called where several books are cut from one pile. */
export const pieceOfPileWords =
  (plan: Pick<JointPlan, 'books'>) =>
  (id: string): string => {
    const { book, piece } = ownerOf(plan, id);
    return `${book.title}: ${pieceWords(book.kit, book.form, piece)}`;
  };

/** Sheets narrower than the one that is folded; parts cut from the sheet are of one length or another. */
function ownSheetWords(formId: string, id: string): string {
  const { one } = formWords(formId);
  if (id === OWN_SHEET) return one;
  const part = partPiece(id);
  if (part) return part;
  return formById(formId)?.cutFromSheet
    ? `${one} ${'ABCDEFGH'[Number(id.slice(OWN_SHEET.length)) - 1] ?? ''}`
    : `narrower ${one}`;
}

const PART_WORDS: Readonly<Record<PartName, string>> = {
  sheet: 'the sheet',
  folios: 'folios',
  strips: 'strips',
  hinges: 'hinge strips',
  endpapers: 'endpapers',
  sections: 'sections',
  cover: 'cover',
};

/** One piece of a part that has a paper of its own. */
const PART_PIECES: Partial<Readonly<Record<PartName, string>>> = {
  hinges: 'hinge strip',
  endpapers: 'endpaper',
  cover: 'cover',
};

function partPiece(id: string): string | undefined {
  const [part, nth] = id.slice(OWN_SHEET.length + 1).split(' ');
  const piece = PART_PIECES[part as PartName];
  return piece && nth ? `narrower ${piece}` : piece;
}

const TOGETHER: Readonly<Record<PaperKind, string>> = { text: 'pages', board: 'boards', covering: 'coverings' };

/** What is cut from one paper: all of a kind, or the parts that have a paper of their own. */
export function togetherWords({ slot, kind, own, pieces }: CutTogether): string {
  if (slot === kind) return TOGETHER[kind];
  const parts = own.length > 0 ? [PART_WORDS[slot as PartName]] : [];
  return [...parts, ...pieces.map(({ name }) => name.toLowerCase())].join(', ');
}

export const EDGE_WORDS: Readonly<Record<CutEdge, string>> = {
  cut: 'cut',
  torn: 'torn',
  trimmed: 'cut large, trimmed later',
};

/** How edges are made and what they lose; which face, and which way the fibres run in what is cut. */
export function benchFacts(
  { kit: { manner }, faces }: { readonly kit: Pick<Kit, 'manner'>; readonly faces: Paper['faces'] },
  unit: LengthUnit,
): string {
  const lost = {
    cut: '',
    torn: `, ${measure(manner.allowance, unit)} lost at each tear`,
    trimmed: `, ${measure(manner.allowance, unit)} more on every side`,
  }[manner.edge];
  const sides =
    faces === 'differ'
      ? 'Front and back differ: lay every sheet front up, and mark the front of every piece.'
      : 'Front and back are alike.';
  return `Edges ${EDGE_WORDS[manner.edge]}${lost}. ${sides} Draw the fibres on each piece.`;
}

const percent = (share: number): string => `${Math.round(share * 100)} %`;

/** How many sheets, said with what is proven of it; `searching`: it is still being looked for a better way. */
export function sheetsSentence({ count, bound, proven, settled }: PaperPlan, searching = false): string {
  const cut = settled ? 'of these strips, cut from edge to edge,' : 'with cuts from edge to edge';
  if (proven) return `${counted(count, 'sheet')}, spares included; ${cut} fewer are impossible.`;
  const least = bound === 1 ? '1 is needed at least' : `${bound} are needed at least`;
  return searching
    ? `${counted(count, 'sheet')} so far, spares included; still looking whether fewer would do, ${least}.`
    : `${counted(count, 'sheet')}, spares included: the best found. Whether fewer would do is not known; ${least}.`;
}

/** A plan that was fixed for other parts, copies or cuts than the book has now. */
export const staleSentence = ({ paper, sheets }: ChosenPaper, isNewShown: boolean): string =>
  `Parts, copies or the manner of cutting have changed since “${paper.name}” was taken with ${counted(sheets, 'sheet')}.${isNewShown ? ' What you see here is planned for them as they are now.' : ''}`;

/** What all sheets of a plan cost; undefined where the price is not known. */
export const costOfAllWords = (
  { cost }: Pick<PaperPlan, 'cost'>,
  currency: MakerSettings['currency'],
): string | undefined => (cost === null ? undefined : `${moneyWords(cost, currency)} for all, spares included`);

/** What is known of a plan while it is searched for. */
export const planSoFar = (known: { readonly sheets: number; readonly bound: number } | undefined): string | undefined =>
  known && `${counted(known.sheets, 'sheet')} found, ${known.bound} needed at least`;

/** What of it is in the drawer; undefined where nobody counted. */
export function stockSentence(
  { count }: Pick<PaperPlan, 'count'>,
  { stock }: Pick<Paper, 'stock'>,
): string | undefined {
  if (stock === null) return undefined;
  if (stock >= count) return `${stock} in the drawer: enough.`;
  return stock === 0 ? `None in the drawer: ${count} to buy.` : `${stock} in the drawer: ${count - stock} to buy.`;
}

/** For which grain a plan was counted on a paper whose own is not known. */
export const presumedGrain = ({ fibre }: PaperPlan): string =>
  `grain not known: this is the answer if the fibres run ${fibre === 'along-height' ? 'upright' : 'across'}`;

/** What it would be with the fibres the other way; how to find out follows. */
export const otherWaySentence = (plan: FoldedBook, other: PaperPlan, nameOf: (piece: string) => string): string =>
  `The other way: ${perSheetSentence(plan, other, nameOf) ?? sheetsSentence(other)}. Find out before you cut:`;

/** What one full sheet gives, where one size is cut from it. */
export function perSheetSentence(
  plan: FoldedBook,
  cut: PaperPlan,
  nameOf: (piece: string) => string,
): string | undefined {
  if (cut.settled) return formWords(plan.form.id).settled?.(cut.settled.form.parameters);
  const piece = cut.full?.pieces[0]?.piece;
  if (cut.perSheet === null || piece === undefined) return undefined;
  const sheets = plan.run.laid.sheets.length;
  const one = isOwnSheet(piece) && sheets === 1 ? 'book' : nameOf(piece);
  const pieces = `${counted(cut.perSheet, one)} a sheet`;
  // Sheets of one size have as many pages each; hinge strips have none.
  return isOwnSheet(piece) && !partPiece(piece)
    ? `${pieces}, ${counted((cut.perSheet * plan.reading.pages.length) / sheets, 'page')}`
    : pieces;
}

/** How many copies a sheet of a paper gives, or how many sheets a copy takes, spares apart: said where it is not plain from the pieces of one sheet. */
export function copiesASheetWords(
  { areaEach, perSheet, copiesFull, settled }: PaperPlan,
  { sheet }: Paper,
): string | undefined {
  if (perSheet !== null && !settled) return undefined;
  const told = (value: number) => String(Math.round(value * 10) / 10);
  // A last sheet that is cut for few is no measure of what a sheet gives.
  if (copiesFull !== null && copiesFull >= 1)
    return `A sheet gives ${counted(Math.floor(copiesFull), 'copy', 'copies')}.`;
  const each = copiesFull === null ? areaEach / ((sheet.width / 1e9) * (sheet.height / 1e9)) : 1 / copiesFull;
  return each > 1
    ? `A copy takes ${told(each)} sheets.`
    : `Over the whole edition a sheet gives ${told(1 / each)} copies.`;
}

/** What a book made otherwise comes to, against what it is. */
export function otherwiseSentence(
  here: { readonly count: number; readonly pieces: number },
  other: { readonly count: number; readonly pieces: number },
): string {
  const against = (more: number): string => (more === 0 ? 'as many' : more < 0 ? `${-more} fewer` : `${more} more`);
  return `${counted(other.count, 'sheet')}, ${against(other.count - here.count)}; ${counted(other.pieces - 1, 'joint')}, ${against(other.pieces - here.pieces)}.`;
}

/** Why a paper stands first. */
export function rankReason(cut: PaperPlan, by: RankBy, { unit, currency }: MakerSettings): string {
  const left = `${percent(cut.waste)} of the sheets left over`;
  if (by === 'joints') return `Fewest joints: ${piecesEach(cut.settled) - 1} in a copy, ${left}.`;
  return by === 'price' && cut.costEach !== null
    ? `Cheapest: ${moneyWords(cut.costEach, currency)} a copy, ${left}.`
    : `Least paper: ${measureArea(cut.areaEach, unit)} a copy, ${left}.`;
}

/** What a count that ignores grain promises, and why it is wrong. */
export function carelessSentence(right: PaperPlan | undefined, careless: PaperPlan): string {
  const gain = (careless.perSheet ?? 0) - (right?.perSheet ?? 0);
  const fewer = (right?.count ?? Infinity) - careless.count;
  const promise =
    careless.perSheet !== null && gain > 0
      ? `Counted without grain it would be ${careless.perSheet} a sheet, ${gain} more`
      : fewer > 0 && Number.isFinite(fewer)
        ? `Counted without grain it would take ${counted(fewer, 'sheet')} less`
        : 'Counted without grain it would fit';
  return `${promise}. But then some fold across the fibres: there the paper cracks, the book springs open, and pasted leaves cockle.`;
}

/**
 * The naming trap: a sheet of the size wanted, with its grain the way it is needed, is often not sold; halving the next size
 * gives it, because the axis stays while the name changes.
 */
export function halvingSentence(wanted: Sheet, unit: LengthUnit): string | undefined {
  if (wanted.fibre !== 'along-width' && wanted.fibre !== 'along-height') return undefined;
  const size = namedSizeOf(wanted.width, wanted.height);
  const [short, long] = [Math.min(wanted.width, wanted.height), Math.max(wanted.width, wanted.height)];
  const alongLong = (wanted.fibre === 'along-width') === wanted.width > wanted.height;
  // Twice the short side beside the long one: the pieces' short sides lie end to end.
  const double = NAMED_SIZES.find(
    (one) => Math.abs(one.long - 2 * short) <= 1_000_000 && one.short >= long && one.short - long <= 1_000_000,
  );
  if (!double) return undefined;
  const named = size?.name ?? `${measure(nm(short), unit)} × ${measure(nm(long), unit)}`;
  // The double's long side is twice our short one: fibres along our short side run along its long side.
  return alongLong
    ? `${named} long grain comes from halving ${double.name} short grain: the fibres stay, the name changes.`
    : `${named} short grain comes from halving ${double.name} long grain, the usual kind: the fibres stay, the name changes.`;
}

const USE_WORDS: Readonly<Record<OffcutUse, string>> = {
  endpapers: 'endpapers',
  'hinge-strips': 'hinge strips',
  bookmarks: 'bookmarks',
  swatches: 'swatches',
  scrap: 'waste for glueing',
};

/** What an offcut is good for. */
export const offcutWords = (uses: readonly OffcutUse[]): string =>
  uses
    .slice(0, 2)
    .map((use) => USE_WORDS[use])
    .join(', ');

/** A place as the rule is read: half millimetres, or sixteenths or thirty-seconds of an inch. */
export const readWords = (at: Nm, reading: Reading): string =>
  measure(readOff(at, reading), reading === 'mm' ? 'mm' : 'in');

/** What to do for one cut, in the order of the plan. */
export function cutSentence(cut: Cut, trims: Parent['trims'], longest: Nm | null, reading: Reading): string {
  const upright = cut.axis === 'upright';
  const unit: LengthUnit = reading === 'mm' ? 'mm' : 'in';
  const length = nm(cut.to - cut.from);
  const long = longest !== null && length > longest ? ' Beyond the trimmer: rule and knife.' : '';
  const from = nm(cut.at - (upright ? trims.left : trims.top));
  if (cut.why === 'trim' && from === 0)
    return upright
      ? `True the left edge: take off ${measure(trims.left, unit)}. It is the edge to measure from.${long}`
      : `True the top edge, square to the left one: take off ${measure(trims.top, unit)}.${long}`;
  const where = `${readWords(from, reading)} from the ${upright ? 'left' : 'top'} edge`;
  return cut.why === 'trim'
    ? `Take off the ${upright ? 'right' : 'bottom'} edge at ${where}.${long}`
    : `${upright ? 'Upright' : 'Level'} at ${where}, ${measure(length, unit)} long.${long}`;
}

/** What to heed while cutting. */
export const CUTTING_CAUTION =
  'A fresh blade, a metal rule, cuts away from the hand that holds; several light strokes rather than one hard one. A trimmer’s guard stays on. Guillotines only as you were trained and as the rules where you are allow; the maker’s instructions go before ours.';

/** Where deckles stay at head and tail: a feathery edge is no place to measure from. */
export const DECKLES_KEPT =
  'A deckle stays at head and tail: lay the rule where the edge runs on the whole, and keep clear of its tips. Joints and fore-edges are cut straight.';

/** What to heed where a folded nest is trimmed. */
export const TRIM_CAUTION =
  'press the nest first and hold it under a metal rule; many light strokes with a fresh blade, fingers behind the rule. A guillotine only as you were trained and as the rules where you are allow.';

/** What to heed where printed sheets are cut out of larger paper. */
export const CUT_OUT_CAUTION =
  'Cut from tick to tick before anything is folded: a fresh blade, a metal rule, away from the hand that holds. With children, an adult cuts.';

/** Two sheets marked at once: a lip must show of the lower one where the marks of the upper one end. */
export function stackedSentence(times: number, marks: readonly Pick<Mark, 'axis'>[]): string {
  const lip = 'by a lip of a finger’s breadth';
  const slides = [
    ...(marks.some(({ axis }) => axis === 'upright')
      ? [`the left edges flush and the lower one slid down ${lip} for the upright marks`]
      : []),
    ...(marks.some(({ axis }) => axis === 'level')
      ? [`the top edges flush and the lower one slid sideways ${lip} for the level marks`]
      : []),
  ];
  const rounds = counted(Math.ceil(times / 2), 'round');
  return `Two at a time: one sheet on another, ${slides.join(', then ')}; carry each mark across both. ${rounds} of marking instead of ${times}.`;
}

/** How often a plan is cut, and the cuts that it takes. */
export const cutsHeading = (cuts: number): string =>
  cuts === 0 ? 'Nothing to cut' : `${counted(cuts, 'cut')}, in this order`;

/** Where there is nothing to cut. */
export const NO_CUTS = 'The sheet is used whole, as it lies.';

/** How the fibres run in the pages of a size that a sheet gives. */
export const cornerGrainSentence = ({ grain }: Pick<Corner, 'grain'>): string =>
  ({
    right: 'The grain runs along the folds.',
    against: 'Against the grain: the folds would run across the fibres.',
    any: 'This paper has no grain to mind.',
    unknown: 'Whether the grain is right depends on how the fibres run: find out first.',
  })[grain];

/** What is special about a size that a sheet gives. */
export const cornerSpecialSentence = ({ special }: Pick<Corner, 'special'>): string =>
  special
    .map((one) =>
      one === 'to-the-last'
        ? 'Uses the sheet up: nothing is left over.'
        : one === 'halving'
          ? 'Found by halving alone, without measuring.'
          : `A common size: ${one.size}.`,
    )
    .join(' ');

/** What several books take together of one paper. */
export const sheetsTogether = ({ sheets, proven, paper }: Pick<JointPlan, 'sheets' | 'proven' | 'paper'>): string =>
  `${counted(sheets, 'sheet')} of ${paper.name}, spares included${proven ? '; with cuts from edge to edge fewer are impossible' : ', the best found'}. ${stockSentence({ count: sheets }, paper) ?? ''}`.trim();

/** What is saved against cutting each book by itself; undefined where there is nothing to compare. */
export function savedTogether(
  { apart, sheets, cost }: Pick<JointPlan, 'apart' | 'sheets' | 'cost'>,
  currency: MakerSettings['currency'],
): string | undefined {
  if (apart === undefined || apart.length < 2) return undefined;
  const all = apart.reduce((sum, one) => sum + one, 0);
  const saved = all - sheets;
  const alone = `Cut one book after another it would take ${apart.join(' + ')}`;
  if (saved === 0) return `${alone}, as many: only the leftovers differ.`;
  if (saved < 0) return `${alone}, ${counted(-saved, 'sheet')} fewer: cut these apart.`;
  const money = cost === null ? '' : ` and ${moneyWords((cost / sheets) * saved, currency)}`;
  return `${alone}: together ${counted(saved, 'sheet')}${money} ${saved === 1 && money === '' ? 'is' : 'are'} saved.`;
}

/** What has become of a book since it was planned with others. */
export const jointChangeSentence = ({ title, how }: ChangedBook): string =>
  how === 'gone'
    ? `“${title}” is no longer on the shelf: planned again, the others go without it.`
    : `“${title}” has changed since: it takes other pieces, or another number of them. Plan them again before you cut.`;
