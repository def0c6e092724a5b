import { describe, expect, it } from 'vitest';
import { planBook } from '@eight-up/core/forms/planned-book';
import { marksOfBook, workOn } from '@eight-up/core/marks/sheet-marks';
import { alikeMarks } from '@eight-up/core/print-jobs/marks-job';
import { slipAdvice } from '@eight-up/core/slip/advice';
import { exactSlip } from '@eight-up/core/slip/exact';
import { USUAL_HAND } from '@eight-up/core/slip/hand';
import { mm } from '@eight-up/core/units/nm';
import { alikeName, exactWords, markWords, placeWords } from './marks.ts';
import { adviceSentences, handProblemWords } from './slip.ts';

const planned = (id: string, parameters: object) => {
  const sheet = { width: mm(420), height: mm(297), fibre: 'any' as const };
  const plan = planBook({ id, parameters: parameters as never }, sheet);
  if (!plan.ok) throw new Error(plan.problem.code);
  return plan.value;
};

describe('marks in words', () => {
  it('are told from the edge as it lies on the face that is up, stretch by stretch; sheets alike together', () => {
    const plan = planned('slit-book', {});
    const [sheet] = marksOfBook(plan);
    const said = workOn(sheet!, 'bone-folder').map(
      (mark) => `${placeWords(mark, 'mm')}: ${markWords(mark, sheet!, 'bone-folder', 'mm')}`,
    );
    expect(said).toContain('105 mm from the left edge: valley, score the front');
    expect(said).toContain('210 mm from the right edge: mountain, score the back');
    expect(said.some((one) => /from the top edge: slit from 105 mm to 315 mm from the left$/.test(one))).toBe(true);
    expect(said.findIndex((one) => one.includes('right edge'))).toBeGreaterThan(
      said.findLastIndex((one) => one.includes('left edge')),
    );
    const booklet = planned('nested-booklet', { pages: 40 });
    expect(alikeMarks(marksOfBook(booklet)).map((group) => alikeName(booklet, group))).toEqual(['folios 1–10']);
    const strips = planned('concertina', { panels: 9, strips: [3, 2, 4], insetBy: mm(0.2) });
    const [, second] = marksOfBook(strips);
    expect(workOn(second!, 'bone-folder').map((mark) => exactWords(mark, 'mm'))).toContain('64.8 mm exactly');
  });
});

describe('what a slip costs, in words', () => {
  const sentences = (strips: readonly number[], method: 'one-datum' | 'jig', end: 'before' | 'after' = 'after') => {
    const hand = { ...USUAL_HAND, jigBias: mm(0.05), cover: mm(0.1), placing: mm(0.1) };
    const task = { strips, panelWidth: mm(95), method, end, hand, takeUp: mm(0) };
    const wanted = { covers: mm(1), pictures: mm(0.5) };
    return adviceSentences(task, exactSlip(task), slipAdvice(task, wanted), wanted, 'mm').join(' ');
  };

  it('names what brings the covers together, what a picture at a joint misses, and when the end is to be cut', () => {
    expect(sentences([16], 'one-datum')).toMatch(
      /covers are out by up to [\d.]+ mm\. They meet within 1 mm .*a card in the last fold/,
    );
    expect(sentences([8, 8], 'jig')).toMatch(/Covers meet within 1 mm.*A picture over a joint misses itself/);
    expect(sentences([16], 'jig', 'before')).toContain('Cut the last end after folding');
  });

  it('a card that is as wide as two panels was cut for another book', () => {
    expect(handProblemWords({ code: 'hand-not-possible', what: 'jigBias', value: mm(95) }, 'mm')).toContain(
      'another book',
    );
  });
});
