import { describe, expect, it } from 'vitest';
import { EVERY_DEVICE } from '../../test/every-device.ts';
import type { Printing } from '../document/printing.ts';
import { planBook, type FoldedBook, type FormChoice } from '../forms/planned-book.ts';
import { sidesOf } from '../folding/laid-paper.ts';
import { FORMS } from '../forms/registry.ts';
import { pagePlaces } from './page-places.ts';
import type { Rect } from '../geometry/rect.ts';
import { mm } from '../units/nm.ts';
import { blankPile, movedPile, PILE_MOVES, printOn, type DeviceBehaviour } from '../printer/device.ts';
import { rehearse, twoPassFrom, type TwoPass } from '../printer/feed-rehearsal.ts';
import { backsTurned, flipForPass } from '../printer/printer.ts';

/*
 * The full product at plan level: every device with every behaviour, every form that prints its backs, on lying and standing sheets. The device moves
 * faces of paper; where a back's page then lies, seen through the sheet, is compared with the panel that it was planned for.
 */

const BOOKS: readonly FormChoice[] = [
  ...[1, 8, 36].map((pages) => ({ id: 'nested-booklet', parameters: { pages } })),
  { id: 'nested-booklet', parameters: { pages: 40, sections: 3, reading: 'right-to-left' } },
  { id: 'fold-out-booklet', parameters: { flaps: ['none', 'left', 'both', 'right'] } },
  ...[2, 3, 4].map((folds) => ({ id: 'right-angle-section', parameters: { folds } })),
  ...['half', 'roll', 'zigzag', 'gate'].map((fold) => ({ id: 'plain-fold', parameters: { fold } })),
];
const SHEETS = [
  { width: mm(420), height: mm(210), fibre: 'any' as const },
  { width: mm(240), height: mm(300), fibre: 'any' as const },
];

const planned = (choice: FormChoice, sheet: (typeof SHEETS)[number]): FoldedBook => {
  const plan = planBook(choice, sheet);
  if (!plan.ok) throw new Error(plan.problem.code);
  return plan.value;
};

const halfTurned = ({ left, top, width, height }: Rect, sheet: { width: number; height: number }): Rect => ({
  left: sheet.width - left - width,
  top: sheet.height - top - height,
  width,
  height,
});
const mirrored = (rect: Rect, sheet: { width: number }): Rect => ({
  ...rect,
  left: sheet.width - rect.left - rect.width,
});

/** Whether every back came behind its front, the right way round: where its pages lie seen through the sheet is where their panels are. */
function readsRight(plan: FoldedBook, device: DeviceBehaviour, how: TwoPass): boolean {
  const sheets = plan.run.laid.sheets.length;
  const order = Array.from({ length: sheets }, (_, k) => k);
  const first = printOn(
    device,
    blankPile(sheets),
    order.map((k) => `f${k}`),
  );
  const tray = movedPile(first.out, how.move);
  const backs = how.order === 'outermost-first' ? order : [...order].reverse();
  const { out } = printOn(
    device,
    tray,
    backs.map((k) => `b${k}`),
  );
  if (out.length !== sheets) return false;
  const turnedInFile = backsTurned(flipForPass(plan.sheet, how), plan.sheet);
  return out.every(({ a, b }) => {
    const [front, back] = a.some(({ page }) => page.startsWith('f')) ? [a, b] : [b, a];
    if (front.length !== 1 || back.length !== 1) return false;
    const sheet = Number(front[0]!.page.slice(1));
    if (back[0]!.page !== `b${sheet}`) return false;
    const together = front[0]!.headNorth === back[0]!.headNorth;
    return liesBehind(plan, sheet, turnedInFile, together);
  });
}

/** Pages of face B of one sheet: turned in the file or not, printed heads together or against each other, seen through the paper. */
function liesBehind(plan: FoldedBook, sheet: number, turnedInFile: boolean, headsTogether: boolean): boolean {
  const panels = new Map(plan.run.laid.panels.map((panel) => [panel.label, panel]));
  const scale = plan.run.laid.scale;
  return pagePlaces(plan)
    .filter((place) => place.sheet === sheet && place.side === 'B')
    .every(({ rect, panel }) => {
      const onFile = turnedInFile ? halfTurned(rect, plan.sheet) : rect;
      const onPaper = headsTogether ? onFile : halfTurned(onFile, plan.sheet);
      const through = mirrored(onPaper, plan.sheet);
      const xs = panels.get(panel)!.outline.map(({ x }) => x / scale);
      const ys = panels.get(panel)!.outline.map(({ y }) => y / scale);
      return Math.abs(through.left - Math.min(...xs)) <= 2 && Math.abs(through.top - Math.min(...ys)) <= 2;
    });
}

describe('every printer, every form', () => {
  it('has all forms that print their backs among those tried', () => {
    const backs = FORMS.filter(({ id }) =>
      sidesOf(planned({ id, parameters: {} }, SHEETS[0]!).run.laid, 0).includes('B'),
    ).map(({ id }) => id);
    expect([...new Set(BOOKS.map(({ id }) => id))].sort()).toEqual([...backs].sort());
    expect(EVERY_DEVICE).toHaveLength(64);
  });

  it.each(BOOKS)('$id $parameters comes out right from all 64, on a lying and a standing sheet', (choice) => {
    for (const sheet of SHEETS) {
      const plan = planned(choice, sheet);
      for (const device of EVERY_DEVICE) expect(readsRight(plan, device, twoPassFrom(rehearse(device)!))).toBe(true);
    }
  });

  it.each(BOOKS)('$id $parameters comes out right where the printer turns the sheet, about either edge', (choice) => {
    for (const sheet of SHEETS)
      for (const flip of ['long-edge', 'short-edge'] as const satisfies readonly Printing['flip'][]) {
        const plan = planned(choice, sheet);
        // About its vertical axis heads stay together, about the horizontal one they come against each other.
        const aboutVertical = (flip === 'short-edge') === sheet.width > sheet.height;
        for (let k = 0; k < plan.run.laid.sheets.length; k++)
          expect(liesBehind(plan, k, backsTurned(flip, sheet), aboutVertical)).toBe(true);
      }
  });

  it('a wrong profile is noticed: of all ways to put the pile back only those that come to the same read right', () => {
    const plan = planned({ id: 'nested-booklet', parameters: { pages: 16 } }, SHEETS[0]!);
    for (const device of EVERY_DEVICE) {
      const right = twoPassFrom(rehearse(device)!);
      for (const move of PILE_MOVES)
        for (const order of ['outermost-first', 'innermost-first'] as const)
          for (const turned of [true, false]) {
            const how = { move, order, turned };
            // Half round is as it came with the heads exchanged; head over foot is like a page, exchanged likewise.
            const exchanged = move === 'half-round' || move === 'head-over-foot';
            const alike = { 'half-round': 'as-it-came', 'head-over-foot': 'like-a-page' } as const;
            const plain = exchanged ? alike[move] : move;
            const same = plain === right.move && order === right.order && (turned !== exchanged) === right.turned;
            expect(readsRight(plan, device, how), JSON.stringify({ device, how })).toBe(same);
          }
    }
  });
});
