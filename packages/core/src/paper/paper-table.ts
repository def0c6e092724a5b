import { fail, ok, type Result } from '../result.ts';
import { cutText } from '../text.ts';
import { parseMeasure, type LengthUnit } from '../units/measure.ts';
import { mm, toInch, toMm, type Nm } from '../units/nm.ts';
import {
  checkPaper,
  EDGES,
  FOUND_BY,
  PAPER_KINDS,
  PLAIN_PAPER,
  STUFFS,
  type Edge,
  type Offcut,
  type Paper,
  type PaperDraft,
  type PaperProblem,
} from './paper.ts';
import type { FibreAxis } from './sheet-size.ts';

/** The columns of the drawer as a table, in order. */
export const PAPER_COLUMNS = [
  'name',
  'offcut of',
  'kind',
  'stuff',
  'width',
  'height',
  'grain',
  'found by',
  'grammage',
  'caliper',
  'caliper is',
  'faces',
  'deckles',
  'colour',
  'price',
  'stock',
  'note',
] as const;

export type PaperColumn = (typeof PAPER_COLUMNS)[number];

/** Why a table of papers could not be read; the heading is row 1, as a spreadsheet counts. */
export type PaperTableProblem =
  | { readonly code: 'paper-table-empty' }
  | { readonly code: 'paper-table-too-long'; readonly rows: number; readonly most: number }
  | { readonly code: 'paper-table-no-column'; readonly column: PaperColumn; readonly columns: readonly string[] }
  | { readonly code: 'paper-table-cell'; readonly row: number; readonly column: string; readonly text: string }
  | { readonly code: 'paper-table-no-such-paper'; readonly row: number; readonly name: string }
  | { readonly code: 'paper-table-row'; readonly row: number; readonly problem: PaperProblem };

const GRAINS: Readonly<Record<string, FibreAxis>> = {
  'along width': 'along-width',
  'along height': 'along-height',
  any: 'any',
  unknown: 'unknown',
};
const grainText = (fibre: FibreAxis): string => fibre.replace('-', ' ');

const length = (value: Nm, unit: LengthUnit): string =>
  unit === 'mm' ? `${Number(toMm(value).toFixed(6))} mm` : `${Number(toInch(value).toFixed(8))} in`;

/** The drawer as rows of text, offcuts under their paper. Every length says its unit, so that nothing is lost on the way back. */
export function paperTable(papers: readonly Paper[], unit: LengthUnit): readonly (readonly string[])[] {
  const row = (cells: Partial<Record<PaperColumn, string>>) => PAPER_COLUMNS.map((column) => cells[column] ?? '');
  return [
    PAPER_COLUMNS,
    ...papers.flatMap((paper) => [
      row({
        name: paper.name,
        kind: paper.kind,
        stuff: paper.stuff ?? '',
        width: length(paper.sheet.width, unit),
        height: length(paper.sheet.height, unit),
        grain: grainText(paper.sheet.fibre),
        'found by': paper.foundBy ?? '',
        grammage: paper.grammage === null ? '' : String(paper.grammage),
        caliper: paper.caliper ? length(paper.caliper.thickness, 'mm') : '',
        'caliper is': paper.caliper?.how ?? '',
        faces: paper.faces,
        deckles: paper.deckles.join(' '),
        colour: paper.colour,
        price: paper.price === null ? '' : (paper.price / 100).toFixed(2),
        stock: paper.stock === null ? '' : String(paper.stock),
        note: paper.note,
      }),
      ...paper.offcuts.map((offcut) =>
        row({
          'offcut of': paper.name,
          width: length(offcut.width, unit),
          height: length(offcut.height, unit),
          grain: grainText(offcut.fibre),
          stock: String(offcut.count),
        }),
      ),
    ]),
  ];
}

const tidy = (text: string) =>
  text
    .trim()
    .toLowerCase()
    .replace(/[\s_-]+/g, ' ');

/** Numbers as they are written here or there: `1,20`, `1.20`, `1 200`. Both marks at once are not guessed at. */
function number(text: string): number | undefined {
  const plain = text.trim().replace(/(\d)[\s'’](?=\d{3}(\D|$))/g, '$1');
  if (!/^\d+([.,]\d+)?$/.test(plain)) return undefined;
  return Number(plain.replace(',', '.'));
}

/** No drawer holds more. */
const MOST_ROWS = 5000;

/** Reads papers from a table; `newId` names offcuts. Nothing of it is taken unless all of it can be read. */
export function readPaperTable(
  table: readonly (readonly string[])[],
  unit: LengthUnit,
  newId: () => string,
): Result<readonly PaperDraft[], PaperTableProblem> {
  const [heading, ...lines] = table;
  if (!heading || lines.every((line) => line.every((text) => text.trim() === '')))
    return fail({ code: 'paper-table-empty' });
  if (lines.length > MOST_ROWS) return fail({ code: 'paper-table-too-long', rows: lines.length, most: MOST_ROWS });
  // A heading may say the unit of its column: "width (mm)", "height in".
  const named = heading.map((text) => {
    const [, name = tidy(text), unitOfColumn] = /^(.*?)\s*\(?\b(mm|cm|in|g\/m2|g\/m²|gsm)?\)?$/.exec(tidy(text)) ?? [];
    return { name: name.replace(/\s*\($/, ''), unit: unitOfColumn };
  });
  const place = (column: PaperColumn) => named.findIndex(({ name }) => name === column);
  for (const column of ['name', 'width', 'height'] as const)
    if (place(column) < 0) return fail({ code: 'paper-table-no-column', column, columns: heading });

  const drafts: PaperDraft[] = [];
  const rows: number[] = [];
  for (const [i, line] of lines.entries()) {
    if (line.every((text) => text.trim() === '')) continue;
    const row = i + 2;
    let wrong: PaperTableProblem | undefined;
    const text = (column: PaperColumn): string => (place(column) < 0 ? '' : (line[place(column)] ?? '').trim());
    const bad = (column: PaperColumn): undefined => {
      wrong ??= { code: 'paper-table-cell', row, column: heading[place(column)] ?? column, text: text(column) };
      return undefined;
    };
    const sized = (column: PaperColumn): Nm => {
      const columnUnit = named[place(column)]?.unit;
      const plain = text(column);
      const bare = /^[\d.,\s]+$/.test(plain) && (columnUnit === 'cm' || columnUnit === 'mm' || columnUnit === 'in');
      const read = parseMeasure(bare ? `${plain} ${columnUnit}` : plain, unit);
      if (!read.ok || read.value <= 0) bad(column);
      return read.ok ? read.value : mm(0);
    };
    const oneOf = <T extends string>(column: PaperColumn, words: readonly T[], none: T): T => {
      const asked = tidy(text(column));
      if (asked === '') return none;
      return words.find((word) => word === asked) ?? bad(column) ?? none;
    };
    const counted = (column: PaperColumn, whole: boolean): number | null => {
      if (text(column) === '') return null;
      const read = number(text(column));
      if (read === undefined || (whole && !Number.isInteger(read))) return bad(column) ?? null;
      return read;
    };
    const grain = (): FibreAxis => {
      const asked = tidy(text('grain'));
      if (asked === '') return 'unknown';
      const [long, short]: readonly FibreAxis[] =
        width > height ? ['along-width', 'along-height'] : ['along-height', 'along-width'];
      if (asked === 'long' || asked === 'long grain') return long!;
      if (asked === 'short' || asked === 'short grain') return short!;
      return GRAINS[asked] ?? bad('grain') ?? 'unknown';
    };
    const [width, height] = [sized('width'), sized('height')];
    const sheet = { width, height, fibre: grain() };

    const parentName = text('offcut of');
    if (parentName !== '') {
      const owner = drafts.findIndex(({ name }) => tidy(name) === tidy(parentName));
      if (owner < 0) return fail({ code: 'paper-table-no-such-paper', row, name: parentName });
      const offcut: Offcut = { id: newId(), ...sheet, count: counted('stock', true) ?? 1 };
      if (wrong) return fail(wrong);
      drafts[owner] = { ...drafts[owner]!, offcuts: [...drafts[owner]!.offcuts, offcut] };
      continue;
    }
    const thickness = text('caliper') === '' ? undefined : parseMeasure(text('caliper'), 'mm');
    if (thickness && !thickness.ok) bad('caliper');
    const colour = text('colour') === '' ? PLAIN_PAPER.colour : text('colour').toLowerCase();
    if (!/^#[0-9a-f]{6}$/.test(colour)) bad('colour');
    const deckles = tidy(text('deckles'))
      .split(/[ ,;]+/)
      .filter((word) => word !== '');
    if (deckles.some((word) => !EDGES.includes(word as Edge))) bad('deckles');
    const price = counted('price', false);
    const draft: PaperDraft = {
      name: text('name'),
      kind: oneOf('kind', PAPER_KINDS, 'text'),
      stuff: text('stuff') === '' ? null : oneOf('stuff', STUFFS, STUFFS[0]!),
      sheet,
      foundBy: text('found by') === '' ? null : oneOf('found by', FOUND_BY, 'guess'),
      grammage: counted('grammage', false),
      caliper: thickness?.ok
        ? { thickness: thickness.value, how: oneOf('caliper is', ['measured', 'estimated'], 'measured') }
        : null,
      faces: oneOf('faces', ['alike', 'differ'], 'alike'),
      deckles: deckles as readonly Edge[],
      colour,
      price: price === null ? null : Math.round(price * 100),
      stock: counted('stock', true),
      offcuts: [],
      note: cutText(text('note'), 2000),
    };
    if (wrong) return fail(wrong);
    drafts.push(draft);
    rows.push(row);
  }
  const checked: PaperDraft[] = [];
  for (const [i, draft] of drafts.entries()) {
    const paper = checkPaper(draft);
    if (!paper.ok) return fail({ code: 'paper-table-row', row: rows[i]!, problem: paper.problem });
    checked.push(paper.value);
  }
  return ok(checked);
}
