import { describe, expect, it } from 'vitest';
import { mm } from '../units/nm.ts';
import { oneSheet } from './assembly.ts';
import { readBook } from './read-book.ts';
import { runSteps } from './run.ts';
import type { FoldStep, GlueStep, Step } from './step.ts';

/*
 * A folder of two leaves with a pocket along the tail of both: face A, the inside, up; the lower row, 60 mm of 260, is folded up over the upper one and glued at
 * its sides; then the left half over the right one. Worked out with a sheet in the hand, before the reader ran:
 * closed, the outside of the left half lies up (1). Opened, the inside: in the upper row both leaves, each shorter by its pocket (2, 3); in the
 * lower row the outsides of both pockets (4, 5), which are the sheet's back. Turned over: the outside of the right half (6). Inside the pockets nothing is read.
 */
const fold = (axis: FoldStep['axis'], moving: FoldStep['moving']): FoldStep => ({
  kind: 'fold',
  purpose: 'fold',
  axis,
  at: { line: 1 },
  direction: 'valley',
  moving,
});
const pocket = (column: number): GlueStep => ({
  kind: 'glue',
  purpose: 'glue',
  between: [`r1c${column}`, `r2c${column}`],
  whenBacksMeet: 'pocket',
  whenFacesMeet: 'pocket',
});
const steps: readonly Step[] = [fold('horizontal', 'after'), pocket(1), pocket(2), fold('vertical', 'before')];
const sheet = { width: mm(300), height: mm(260), columns: 2, rows: [mm(200), mm(60)] };

/*
 * A sheet folded once downwards, printed on both faces, like a card that stands as a tent. Closed, the outside of its upper half lies up (1), and since that half was
 * turned about its lower edge, what stands upright there stands on its head on the sheet. Opened, both insides lie one above the other, both
 * upright (2 over 3). Turned over like a page, the outside of the lower half is new, and upright (4).
 */
describe('a card that opens upwards', () => {
  const card = runSteps(oneSheet({ width: mm(100), height: mm(200), columns: 1, rows: 2 }, ['A', 'B']), [
    fold('horizontal', 'before'),
  ]);
  if (!card.ok) throw new Error(card.problem.code);
  const reading = readBook(card.value, { kind: 'unfold', how: 'out' });
  if (!reading.ok) throw new Error(JSON.stringify(reading.problem));
  const { pages, views, backPage } = reading.value;

  it('reads upright in every view, its inside one page above the other', () => {
    expect(
      pages.map(({ face, quarterTurns }) => [card.value.laid.panels[face.panel]!.label + face.side, quarterTurns]),
    ).toEqual([
      ['r1c1B', 2],
      ['r1c1A', 0],
      ['r2c1A', 0],
      ['r2c1B', 0],
    ]);
    expect(views.map(({ left, right, toward, headDown }) => [left, right, toward, headDown])).toEqual([
      [null, 0, 'right', undefined],
      [1, 2, 'below', undefined],
      [3, null, 'right', undefined],
    ]);
    expect(backPage).toBe(3);
  });
});

describe('a folder with a pocket', () => {
  const run = runSteps(oneSheet(sheet, ['A', 'B']), steps);
  if (!run.ok) throw new Error(run.problem.code);
  const reading = readBook(run.value, { kind: 'unfold', how: 'out' });
  if (!reading.ok) throw new Error(JSON.stringify(reading.problem));
  const { pages, views, hidden, backPage } = reading.value;
  const named = ({ panel, side }: { panel: number; side: string }) => run.value.laid.panels[panel]!.label + side;

  it('reads row by row, the pockets’ outsides too, and is not taken apart to be read', () => {
    expect(pages.map(({ face }) => named(face))).toEqual(['r1c1B', 'r1c1A', 'r1c2A', 'r2c1B', 'r2c2B', 'r1c2B']);
    expect(views.map(({ left, right, row }) => [left, right, row])).toEqual([
      [null, 0, [0]],
      [1, 2, [1, 2]],
      [3, 4, [3, 4]],
      [5, null, [5, 0]],
    ]);
    expect(backPage).toBe(5);
  });

  it('shows of the leaves what the pockets leave of them, and hides the insides of the pockets by choice', () => {
    const scale = run.value.laid.scale;
    const heights = pages.map(({ left }) => left && (left.bottom - left.top) / scale);
    expect(heights).toEqual([undefined, mm(140), mm(140), undefined, undefined, undefined]);
    expect(hidden.map(({ face }) => named(face)).sort()).toEqual(['r2c1A', 'r2c2A']);
    // The outside of a pocket stands on its head on the flat sheet.
    expect(pages.map(({ quarterTurns }) => quarterTurns)).toEqual([0, 0, 0, 2, 2, 0]);
  });

  it('has a view while it is closed even where its outside is bare', () => {
    const inside = runSteps(oneSheet(sheet, ['A']), [steps[3]!]);
    if (!inside.ok) throw new Error(inside.problem.code);
    const read = readBook(inside.value, { kind: 'unfold', how: 'out' });
    if (!read.ok) throw new Error(JSON.stringify(read.problem));
    expect(read.value.views.map(({ left, right }) => [left, right])).toEqual([
      [null, null],
      [0, 1],
      [2, 3],
    ]);
  });
});
