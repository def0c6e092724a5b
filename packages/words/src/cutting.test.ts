import { describe, expect, it } from 'vitest';
import { taskOnAny } from '@eight-up/core/cutting/chosen';
import { planBook } from '@eight-up/core/forms/planned-book';
import { doJob } from '@eight-up/core/cutting/jobs';
import { USUAL_KIT } from '@eight-up/core/document/kit';
import { kitTask, type PaperPlan } from '@eight-up/core/cutting/plan-on-paper';
import { PLAIN_PAPER, type Paper } from '@eight-up/core/paper/paper';
import { NAMED_SIZES, type FibreAxis } from '@eight-up/core/paper/sheet-size';
import { mm } from '@eight-up/core/units/nm';
import {
  copiesASheetWords,
  carelessSentence,
  cutSentence,
  halvingSentence,
  perSheetSentence,
  rankReason,
  sheetsSentence,
  stackedSentence,
  stockSentence,
} from './cutting.ts';
import { USUAL_SETTINGS } from '@eight-up/core/document/maker-settings';
import { bodyWords, grainWords, moneyWords } from './papers.ts';
import { putBackSentence } from './printers.ts';
import { editionProblemWords, paperTableProblemWords } from './problems.ts';

const NONE = { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) };
const paper: Paper = {
  ...PLAIN_PAPER,
  id: 'p',
  name: 'Wharf',
  sheet: { width: mm(297), height: mm(420), fibre: 'along-height' },
  price: 8,
};
const book = (() => {
  const plan = planBook({ id: 'slit-book', parameters: {} }, { width: mm(297), height: mm(210), fibre: 'any' });
  if (!plan.ok) throw new Error(plan.problem.code);
  return plan.value;
})();
const noSolver = (): never => {
  throw new Error('one size needs no solver');
};
const plan = (copies: number, grain: 'own' | 'other' | 'ignored' = 'own'): PaperPlan => {
  const asked = { task: kitTask(book, { ...USUAL_KIT, copies }, 'text'), paper, grain };
  const found = doJob('plan', asked, noSolver);
  if (!found.ok) throw new Error(found.problem.code);
  return found.value;
};

describe('yield in words', () => {
  it('says books, pages, sheets and spares, and what is proven', () => {
    const cut = plan(25);
    // 25 books and 3 spare ones (a tenth), two from a sheet.
    expect(perSheetSentence(book, cut, () => 'slit book')).toBe('2 books a sheet, 16 pages');
    expect(sheetsSentence(cut)).toBe('14 sheets, spares included; with cuts from edge to edge fewer are impossible.');
    const several = { ...cut, perSheet: null, copiesFull: null };
    expect(copiesASheetWords(several, paper)).toBe('Over the whole edition a sheet gives 2 copies.');
    const unproven = { ...cut, proven: false, bound: 12 };
    expect(sheetsSentence(unproven)).toMatch(/best found.*fewer would do is not known; 12 are needed at least/);
    expect(sheetsSentence(unproven, true)).toMatch(/^14 sheets so far/);
    expect(rankReason(cut, 'price', { ...USUAL_SETTINGS, unit: 'mm' })).toMatch(/^Cheapest: 0\.04 a copy, /);
    expect(rankReason({ ...cut, costEach: null }, 'price', { ...USUAL_SETTINGS, unit: 'in' })).toMatch(
      /^Least paper: [\d.]+ in² a copy, /,
    );
    expect([null, 0, 9, 14].map((stock) => stockSentence(cut, { stock }))).toEqual([
      undefined,
      'None in the drawer: 14 to buy.',
      '9 in the drawer: 5 to buy.',
      '14 in the drawer: enough.',
    ]);
  });

  it('says how many copies a sheet gives that is cut full, whatever the edition leaves of it', () => {
    const a2: Paper = { ...paper, sheet: { width: mm(420), height: mm(594), fibre: 'along-height' } };
    const parameters = { panels: 6, panelWidth: mm(60), panelHeight: mm(60), side: 'anywhere' };
    const one = planBook({ id: 'concertina', parameters }, a2.sheet);
    if (!one.ok) throw new Error(one.problem.code);
    for (const copies of [1, 9, 12]) {
      const task = taskOnAny(one.value, { kit: { ...USUAL_KIT, copies } }, 'text');
      const cut = doJob('plan', { task, paper: a2, grain: 'own' }, noSolver);
      if (!cut.ok) throw new Error(cut.problem.code);
      expect(copiesASheetWords(cut.value, a2), `${copies}`).toBe('A sheet gives 9 copies.');
    }
  });

  it('says what a careless count promises, and why it is wrong', () => {
    const other = plan(25, 'other');
    expect(other.perSheet).toBe(1);
    expect(carelessSentence(other, plan(25, 'ignored'))).toMatch(/2 a sheet, 1 more.*across the fibres/);
  });

  it('says which sheet to halve: the axis stays, the name changes', () => {
    const a4 = (fibre: FibreAxis) => ({ width: mm(297), height: mm(210), fibre });
    expect(halvingSentence(a4('along-height'), 'mm')).toMatch(/^A4 short grain comes from halving A3 long grain/);
    expect(halvingSentence(a4('along-width'), 'mm')).toMatch(/^A4 long grain comes from halving A3 short grain/);
    expect(halvingSentence(a4('any'), 'mm')).toBeUndefined();
    expect(halvingSentence({ width: mm(123), height: mm(456), fibre: 'along-width' }, 'mm')).toBeUndefined();
    const series = NAMED_SIZES.filter(({ id }) => /^a[1-5]$/.test(id));
    for (const { long, short } of series)
      expect(halvingSentence({ width: long, height: short, fibre: 'along-height' }, 'mm')).toBeDefined();
  });

  it('words each cut from the trued edge, and flags what the trimmer cannot reach', () => {
    const trims = { ...NONE, left: mm(10), top: mm(5) };
    const cut = { axis: 'upright' as const, at: mm(220), from: mm(5), to: mm(705), why: 'part' as const };
    expect(cutSentence(cut, trims, null, 'mm')).toBe('Upright at 210 mm from the left edge, 700 mm long.');
    expect(cutSentence(cut, trims, mm(460), 'mm')).toMatch(/Beyond the trimmer/);
    expect(cutSentence({ ...cut, at: mm(10), why: 'trim' }, trims, null, 'mm')).toMatch(
      /^True the left edge: take off 10 mm/,
    );
    expect(cutSentence({ ...cut, at: mm(490), why: 'trim' }, trims, null, 'mm')).toMatch(
      /^Take off the right edge at 480 mm/,
    );
    expect(cutSentence({ ...cut, at: mm(10 + 215.9) }, trims, null, 'sixteenths')).toMatch(/8 1⁄2 in from the left/);
    expect(stackedSentence(5, [{ axis: 'upright' }])).toMatch(
      /^(?!.*sideways).*slid down.*3 rounds of marking instead of 5/,
    );
    expect(stackedSentence(4, [{ axis: 'level' }])).toMatch(/^(?!.*slid down).*top edges flush.*sideways/);
    expect(stackedSentence(4, [{ axis: 'level' }, { axis: 'upright' }])).toMatch(/slid down.*, then .*sideways/);
  });

  it('names papers by their grain, weight and price', () => {
    expect(grainWords(paper.sheet, 'mm')).toBe('long grain, fibres along 420 mm');
    expect(grainWords({ ...paper.sheet, fibre: 'along-width' }, 'mm')).toBe('short grain, fibres along 297 mm');
    expect(grainWords({ ...paper.sheet, fibre: 'unknown' }, 'mm')).toBe('grain not known yet');
    expect(bodyWords({ ...paper, grammage: 90, caliper: { thickness: mm(0.12), how: 'estimated' } }, 'mm')).toBe(
      '90 g/m², about 0.12 mm thick',
    );
    expect(moneyWords(1205, null)).toBe('12.05');
    expect(moneyWords(1205, 'EUR')).toBe('€12.05');
  });

  it('words what cannot be cut or read, and how the pile goes back', () => {
    const problem = { code: 'piece-fits-no-parent', piece: 'x', why: 'grain' } as const;
    expect(editionProblemWords(problem, () => 'slit book')).toMatch(
      /“slit book” fits only with its grain the wrong way/,
    );
    expect(paperTableProblemWords({ code: 'paper-table-cell', row: 4, column: 'price', text: 'dear' })).toBe(
      'Row 4, “price”: “dear” is not understood. The drawer was not changed.',
    );
    const two = { move: 'like-a-page', order: 'innermost-first', turned: true } as const;
    expect(putBackSentence(two)).toMatch(/turn the whole pile over like a page/);
  });
});
