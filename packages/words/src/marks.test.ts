import { describe, expect, it } from 'vitest';
import { planBook } from '@eight-up/core/forms/planned-book';
import { marksOfBook, scoresFolds, workOn } from '@eight-up/core/marks/sheet-marks';
import { alikeMarks } from '@eight-up/core/print-jobs/marks-job';
import { slipAdvice } from '@eight-up/core/slip/advice';
import { exactSlip } from '@eight-up/core/slip/exact';
import { USUAL_HAND } from '@eight-up/core/slip/hand';
import { PLAIN_PAPER } from '@eight-up/core/paper/paper';
import { mm } from '@eight-up/core/units/nm';
import { alikeName, editionCountWords, exactWords, markWords, placeWords, scoreSentence } from './marks.ts';
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

describe('folds of light paper', () => {
  it('are not scored: by the weight of the paper that is taken; of one whose weight nobody knows they are', () => {
    const paper = (grammage: number | null) =>
      ({ papers: { text: { paper: { ...PLAIN_PAPER, id: 'p', name: 'Reed', grammage } } } }) as never;
    expect([null, 159, 160].map((grammage) => scoresFolds(paper(grammage)))).toEqual([true, false, true]);
    expect(scoresFolds({ papers: {} })).toBe(true);
    expect(scoreSentence(paper(100))).toContain('“Reed” has 100 g/m²: it is folded at its marks');
    const [sheet] = marksOfBook(planned('slit-book', {}));
    const [first] = workOn(sheet!, 'bone-folder');
    expect([null, 'board' as const].map((tool) => markWords(first!, sheet!, tool, 'mm'))).toEqual([
      'valley',
      'valley, score the front',
    ]);
  });

  it('say how many sheets marked alike the edition takes', () => {
    expect([editionCountWords(1, 1), editionCountWords(3, 1), editionCountWords(2, 15)]).toEqual([
      undefined,
      '3 in a copy',
      '30 for 15 copies, spares apart',
    ]);
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

  it('where no way keeps them, says what hand would, and that a block of folds is never trimmed', () => {
    const strips = [16, 16, 16];
    const task = {
      strips,
      panelWidth: mm(95),
      method: 'one-datum',
      end: 'after',
      hand: USUAL_HAND,
      takeUp: mm(0),
    } as const;
    const wanted = { covers: mm(1), pictures: mm(1) };
    const advice = slipAdvice(task, wanted);
    const { nearest } = advice;
    expect(nearest!.most).toBeLessThan(nearest!.now);
    // The hand that is named does keep them, a coarser one does not.
    const covers = (by: number) => {
      const hand = { ...USUAL_HAND, [nearest!.what]: nearest!.most! + by };
      return exactSlip({ ...task, method: nearest!.method, hand }).covers.within95;
    };
    expect([covers(0) <= wanted.covers, covers(20_000) <= wanted.covers]).toEqual([true, false]);
    const [said] = adviceSentences(task, exactSlip(task), advice, wanted, 'mm');
    expect(said).toMatch(/instead of [\d.]+ mm it would\).*folds and never trimmed/);
  });

  it('a card that is as wide as two panels was cut for another book', () => {
    expect(handProblemWords({ code: 'hand-not-possible', what: 'jigBias', value: mm(95) }, 'mm')).toContain(
      'another book',
    );
  });
});
