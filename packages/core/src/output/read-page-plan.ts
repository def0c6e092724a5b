import { fail, ok, type Result } from '../result.ts';
import { FITS, ROLES, THREADS } from '../document/pages.ts';
import type { PlanRow } from '../book/page-plan-row.ts';

/** Why a page plan could not be read. Rows are counted as a spreadsheet counts them: the heading is row 1. */
export type PlanFileProblem =
  | { readonly code: 'plan-file-empty' }
  | { readonly code: 'plan-file-no-page-column'; readonly columns: readonly string[] }
  | { readonly code: 'plan-file-cell'; readonly row: number; readonly column: string; readonly text: string };

type Cell = Pick<PlanRow, Exclude<keyof PlanRow, 'page'>>;

const word =
  <K extends keyof Cell>(key: K, words: readonly string[]) =>
  (text: string): Cell | undefined => {
    const asked = text.trim().toLowerCase();
    if (asked === '') return key === 'fit' ? {} : ({ [key]: null } as Cell);
    return words.includes(asked) ? ({ [key]: asked } as Cell) : undefined;
  };

const YES = ['yes', 'y', 'true', '1', 'x'];
const NO = ['', 'no', 'n', 'false', '0', '-'];

/** Whole numbers as spreadsheets leave them behind: `3`, `3.0`, `3,0`. */
const count = (text: string): number | undefined => {
  const [, whole] = /^\s*(\d{1,6})(?:[.,]0*)?\s*$/.exec(text) ?? [];
  return whole === undefined ? undefined : Number(whole);
};

/** What a column holds, by its heading without regard to case; columns not named here are passed over. */
const COLUMNS: Readonly<Record<string, (text: string) => Cell | undefined>> = {
  file: (text) => ({ file: text }),
  pageoffile: (text) => {
    if (text.trim() === '') return { pageOfFile: 0 };
    const page = count(text);
    return page === undefined || page < 1 ? undefined : { pageOfFile: page - 1 };
  },
  fit: word('fit', FITS),
  role: word('role', ROLES),
  thread: word('thread', THREADS),
  note: (text) => (text.length <= 4000 ? { note: text } : undefined),
  caption: (text) => (text.length <= 1000 ? { caption: text } : undefined),
  locked: (text) => {
    const asked = text.trim().toLowerCase();
    return YES.includes(asked) ? { locked: true } : NO.includes(asked) ? { locked: false } : undefined;
  },
};

/** A text that a spreadsheet must not run as a formula is guarded by an apostrophe; see `guarded`. */
const unguarded = (text: string): string => text.replace(/^'/, '');

/** A leading =, +, − or @ would be run as a formula by a spreadsheet: guarded, a name stays a name. */
export const guarded = <T extends string | number>(value: T): T | string =>
  typeof value === 'string' && /^['=+\-@\t\r]/.test(value) ? `'${value}` : value;

/** Reads the table of a page plan: its first line names the columns, of which only `page` must be there. */
export function readPagePlan(table: readonly (readonly string[])[]): Result<readonly PlanRow[], PlanFileProblem> {
  const [heading, ...lines] = table;
  if (!heading || lines.length === 0) return fail({ code: 'plan-file-empty' });
  const names = heading.map((name) =>
    name
      .trim()
      .toLowerCase()
      .replace(/[\s_-]+/g, ''),
  );
  const pageColumn = names.indexOf('page');
  if (pageColumn < 0) return fail({ code: 'plan-file-no-page-column', columns: heading });
  const rows: PlanRow[] = [];
  for (const [i, line] of lines.entries()) {
    if (line.every((text) => text.trim() === '')) continue;
    const bad = (column: number) =>
      fail({ code: 'plan-file-cell', row: i + 2, column: heading[column]!, text: line[column] ?? '' } as const);
    const page = count(line[pageColumn] ?? '');
    if (page === undefined || page < 1) return bad(pageColumn);
    let row: PlanRow = { page: page - 1 };
    for (const [column, name] of names.entries()) {
      const read = Object.hasOwn(COLUMNS, name) ? COLUMNS[name] : undefined;
      if (!read || column >= line.length) continue;
      const cell = read(unguarded(line[column]!));
      if (!cell) return bad(column);
      row = { ...row, ...cell };
    }
    rows.push(row);
  }
  return rows.length ? ok(rows) : fail({ code: 'plan-file-empty' });
}
