import loadHighs from 'highs';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { planBook } from '../forms/planned-book.ts';
import { PLAIN_PAPER, type Paper } from '../paper/paper.ts';
import { inch, mm, nm } from '../units/nm.ts';
import { finish } from '../long-work.ts';
import { chosenPaper, fibreOfSheet, isStale, takePaper, taskOf } from './chosen.ts';
import { doJob, startJob } from './jobs.ts';
import { OWN_SHEET, USUAL_KIT, type Kit } from '../document/kit.ts';
import { sheetsForEdition, withSpares } from './kit.ts';
import { solveWith, type AskSolver } from './linear-program.ts';
import { followsPaper, piecesEach } from './on-paper.ts';
import { marksOf, marksTable, readOff } from './marks.ts';
import { kitTask, rankAnswers, type PaperPlan, type RankBy } from './plan-on-paper.ts';
import { rank } from './ranked.ts';

let ask: AskSolver;
beforeAll(async () => {
  const solve = solveWith(await loadHighs());
  ask = () => solve;
});

const paper = (
  width: number,
  height: number,
  more: Partial<Paper> = {},
  fibre: Paper['sheet']['fibre'] = 'along-height',
): Paper => ({
  ...PLAIN_PAPER,
  id: `${width}×${height}`,
  name: 'Paper',
  sheet: { width: mm(width), height: mm(height), fibre },
  ...more,
});
const book = (() => {
  const plan = planBook({ id: 'slit-book', parameters: {} }, { width: mm(297), height: mm(210), fibre: 'any' });
  if (!plan.ok) throw new Error(plan.problem.code);
  return plan.value;
})();
const kit = (copies: number, more: Partial<Kit> = {}): Kit => ({ ...USUAL_KIT, copies, ...more });
const on = (one: Paper, asked: Kit, grain: 'own' | 'other' | 'ignored' = 'own'): PaperPlan => {
  const plan = doJob('plan', { task: kitTask(book, asked, 'text'), paper: one, grain }, ask);
  if (!plan.ok) throw new Error(plan.problem.code);
  return plan.value;
};
const made = ({ sheets }: PaperPlan, piece = OWN_SHEET) =>
  sheets.reduce((sum, { times, plan }) => sum + times * (plan.counts[piece] ?? 0), 0);

describe('a book on a paper', () => {
  it('of A4 slit books, long-grain A3 gives two with the grain right: short-grain A4 comes from halving it', () => {
    const plan = on(paper(297, 420), kit(25));
    // Three spare books: a tenth, rounded up. Spares are spoiled books, not whole parents.
    expect([plan.perSheet, plan.count, plan.proven, made(plan)]).toEqual([2, 14, true, 28]);
    const other = doJob('plan', { task: kitTask(book, kit(25), 'text'), paper: paper(210, 297), grain: 'own' }, ask);
    expect(other).toMatchObject({ ok: false, problem: { code: 'piece-fits-no-parent', why: 'grain' } });
  });

  it('spares are the larger of two sheets or a tenth', () => {
    expect([1, 20, 21, 100].map((sheets) => withSpares(sheets, USUAL_KIT))).toEqual([3, 22, 24, 110]);
  });

  it('a copy costs its share of what is cut: the spares of one copy do not treble its price', () => {
    const a3 = paper(297, 420, { price: 120 });
    // One book and two spare ones, two from a sheet: two sheets, of which the book has a third.
    const [one, many] = [on(a3, kit(1)), on(a3, kit(25))];
    expect([one.count, one.cost, one.costEach]).toEqual([2, 240, 80]);
    expect([many.count, many.costEach]).toEqual([14, (14 * 120 * 25) / 28 / 25]);
    expect(one.areaEach).toBeCloseTo((2 * 0.297 * 0.42) / 3, 9);
  });

  it('of strips of one’s own says what they come to beside those that the paper would ask for; taken, they stay', () => {
    const OWN = [3, 6, 6, 6, 3];
    const parameters = { panels: 24, panelWidth: mm(60), panelHeight: mm(95), strips: OWN };
    const folded = planBook(
      { id: 'concertina', parameters },
      { width: mm(450), height: mm(640), fibre: 'along-height' },
    );
    if (!folded.ok) throw new Error(folded.problem.code);
    const one = paper(450, 640, {}, 'along-height');
    const task = { ...kitTask(folded.value, kit(1), 'text'), follows: followsPaper(folded.value, 'text')! };
    const strips = ({ settled }: PaperPlan) => settled!.form.parameters.strips;
    const asked = (asked: typeof task) => doJob('rank', { task: asked, papers: [one], effort: 'quick' }, ask)[0]!;
    const { right, asSet } = asked(task);
    if (!right.ok || !asSet?.ok) throw new Error('both ways serve');
    expect(strips(asSet.value)).toEqual(OWN);
    expect(strips(right.value)).not.toEqual(OWN);
    const taken = takePaper(folded.value, { kit: kit(1) }, 'text', one, 'own', asSet.value);
    expect(taken.settled!.form.parameters).toMatchObject({ strips: OWN });
    // Too long for a paper, or as it would settle them anyway: there is nothing to set beside.
    const longer = { ...task.follows.form, parameters: { ...folded.value.parameters, strips: [9, 15] } };
    expect(asked({ ...task, follows: { ...task.follows, form: longer } }).asSet).toBeUndefined();
    const same = { ...task.follows.form, parameters: { ...folded.value.parameters, strips: strips(right.value) } };
    expect(asked({ ...task, follows: { ...task.follows, form: same } }).asSet).toBeUndefined();
  });

  it('whoever searches asks for the solver, and only where it is needed', async () => {
    const strips = { id: 'concertina', parameters: { panels: 6 } };
    const folded = planBook(strips, { width: mm(420), height: mm(594), fibre: 'any' });
    if (!folded.ok) throw new Error(folded.problem.code);
    let asked = 0;
    const work = startJob(
      'plan',
      {
        task: { ...kitTask(folded.value, kit(9), 'text'), follows: followsPaper(folded.value, 'text')! },
        paper: paper(420, 297, {}, 'along-width'),
        grain: 'own',
      },
      () => {
        // There after it was asked for a few times: the search waits for it.
        asked++;
        return asked > 3 ? ask() : undefined;
      },
    );
    const found = finish(work);
    expect(found).toMatchObject({ ok: true });
    expect(asked).toBeGreaterThan(3);
    const never: AskSolver = () => {
      throw new Error('asked in vain');
    };
    expect(
      doJob('plan', { task: kitTask(book, kit(25), 'text'), paper: paper(297, 420), grain: 'own' }, never).ok,
    ).toBe(true);
  });

  it('uses offcuts first, which cost nothing', () => {
    const offcut = { id: 'o', width: mm(297), height: mm(210), fibre: 'along-height' as const, count: 3 };
    const plan = on(paper(297, 420, { offcuts: [offcut], price: 100 }), kit(5));
    expect([plan.count, made(plan), plan.cost]).toEqual([2, 7, 200]);
  });

  it('uses every offcut of a kind, the last one as far as it is needed: four folios from two offcuts of three', () => {
    const nothing = { spareSheets: 0, sparePercent: 0 };
    const wanted = planBook(
      { id: 'nested-booklet', parameters: { pages: 16 } },
      { width: mm(100), height: mm(101), fibre: 'any' },
    );
    if (!wanted.ok) throw new Error(wanted.problem.code);
    const offcut = { id: 'o', width: mm(300), height: mm(101), fibre: 'any' as const, count: 2 };
    const asked = kitTask(wanted.value, kit(1, nothing), 'text');
    const plan = doJob(
      'plan',
      { task: asked, paper: paper(297, 420, { offcuts: [offcut] }, 'any'), grain: 'own' },
      ask,
    );
    if (!plan.ok) throw new Error(plan.problem.code);
    expect([plan.value.count, made(plan.value), plan.value.proven]).toEqual([0, 4, true]);
    // Random stocks: just as many sheets as are missing once all offcuts are used up.
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 0, max: 6 }),
        fc.integer({ min: 0, max: 6 }),
        (copies, three, one) => {
          const offcuts = [
            { ...offcut, id: 'three', count: three },
            { ...offcut, id: 'one', width: mm(120), count: one },
          ].filter(({ count }) => count > 0);
          const found = doJob(
            'plan',
            {
              task: kitTask(wanted.value, kit(copies, nothing), 'text'),
              paper: paper(200, 101, { offcuts }, 'any'),
              grain: 'own',
            },
            ask,
          );
          if (!found.ok) throw new Error(found.problem.code);
          expect(found.value.count).toBe(Math.ceil(Math.max(0, 4 * copies - 3 * three - one) / 2));
          expect(made(found.value)).toBe(4 * copies);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('folios without flaps are counted at their own width', () => {
    const flaps = planBook(
      { id: 'fold-out-booklet', parameters: { flaps: ['none', 'right', 'none'] } },
      { width: mm(420), height: mm(200), fibre: 'any' },
    );
    if (!flaps.ok) throw new Error(flaps.problem.code);
    const { pieces } = kitTask(flaps.value, kit(10), 'text');
    const leaf = flaps.value.reading.width;
    expect(pieces.map(({ id, width, needed }) => [id, width, needed])).toEqual([
      // A tenth of thirty folios is three: two of the size of which there are twice as many, one wide one.
      ['sheet', mm(420), 11],
      ['sheet 2', 2 * leaf, 22],
    ]);
    expect(sheetsForEdition(flaps.value, kit(10))).toEqual({ copies: 30, withSpares: 33 });
    // Of one copy two spare folios, one of each size.
    expect(kitTask(flaps.value, kit(1), 'text').pieces.map(({ needed }) => needed)).toEqual([2, 3]);
  });

  it('of a square book knows which way the fibres run', () => {
    const square = planBook(
      { id: 'nested-booklet', parameters: { pages: 8 } },
      { width: mm(210), height: mm(210), fibre: 'any' },
    );
    if (!square.ok) throw new Error(square.problem.code);
    for (const fibre of ['along-width', 'along-height'] as const) {
      const parent = paper(640, 900, {}, fibre);
      const plan = doJob('plan', { task: kitTask(square.value, kit(4), 'text'), paper: parent, grain: 'own' }, ask);
      if (!plan.ok) throw new Error(plan.problem.code);
      expect([plan.value.perSheet, fibreOfSheet(square.value, parent, plan.value)]).toEqual([12, 'along-height']);
    }
  });

  it('takes deckles and squaring off, adds what is trimmed later, loses what a tear takes', () => {
    const deckled = paper(318, 438, { deckles: ['left', 'right', 'top', 'bottom'] });
    expect(on(deckled, kit(2)).perSheet).toBe(1);
    const thinner = kit(2, { manner: { ...USUAL_KIT.manner, deckle: mm(6) } });
    expect(on(deckled, thinner).perSheet).toBe(2);
    const trimmed = kit(2, { manner: { ...USUAL_KIT.manner, edge: 'trimmed', allowance: mm(3) } });
    expect(on(paper(303, 431), trimmed).perSheet).toBe(1);
    expect(on(paper(303, 432), trimmed).perSheet).toBe(2);
    const torn = kit(2, { manner: { ...USUAL_KIT.manner, edge: 'torn', allowance: mm(3) } });
    expect([on(paper(297, 422), torn).perSheet, on(paper(297, 423), torn).perSheet]).toEqual([1, 2]);
  });

  it('keeps deckles at head and tail where that is wanted, and off at spine, fore-edge and joints, however the fibres lie', () => {
    const deckles = ['left', 'right', 'top', 'bottom'] as const;
    const keeping = kit(2, { manner: { ...USUAL_KIT.manner, deckles: 'kept-at-head-and-tail' } });
    const upright = paper(317, 420, { deckles });
    expect([on(upright, kit(2)).perSheet, on(upright, keeping).perSheet]).toEqual([1, 2]);
    expect(on(paper(420, 317, { deckles }, 'along-width'), keeping).perSheet).toBe(2);
    expect(on(paper(420, 317, { deckles }), keeping, 'other').perSheet).toBe(2);
    // Where nobody minds the grain nobody knows what comes to lie at the head.
    expect(on(upright, keeping, 'ignored').perSheet).toBe(1);
  });

  it('shares sheets between all parts, as many of each as the copies need', () => {
    const parts = kit(6, {
      pieces: [
        {
          id: 'ends',
          name: 'Ends',
          width: mm(150),
          height: mm(105),
          grain: 'along-height',
          each: 2,
          on: 'text',
          from: 'text',
          note: '',
        },
        {
          id: 'board',
          name: 'Board',
          width: mm(75),
          height: mm(110),
          grain: 'along-height',
          each: 2,
          on: 'board',
          from: 'board',
          note: '',
        },
      ],
    });
    const plan = on(paper(500, 700), parts);
    expect([made(plan), made(plan, 'ends'), made(plan, 'board')]).toEqual([8, 14, 0]);
    expect(plan.bound).toBeLessThanOrEqual(plan.count);
  });

  it('of unknown grain answers for either axis, and ranks what cannot be priced last', () => {
    const papers = [
      paper(500, 700, { id: 'a' }, 'unknown'),
      paper(297, 420, { id: 'b', price: 8 }),
      paper(100, 100, { id: 'c', price: 1 }),
    ];
    const answers = doJob('rank', { task: kitTask(book, kit(10), 'text'), papers, effort: 'quick' }, ask);
    expect(answers[0]!.right.ok && answers[0]!.other?.ok).toBe(true);
    expect(rankAnswers(answers, 'price').map((one) => one.paper)).toEqual(['b', 'a', 'c']);
  });

  it('by joints the fewest come first, though they cost more; alike, the cheaper one', () => {
    const parameters = { panels: 12, panelWidth: mm(60), panelHeight: mm(90), side: 'anywhere' };
    const long = planBook({ id: 'concertina', parameters }, { width: mm(420), height: mm(297), fibre: 'any' });
    if (!long.ok) throw new Error(long.problem.code);
    const task = { ...kitTask(long.value, kit(9), 'text'), follows: followsPaper(long.value, 'text')! };
    const papers = [
      { ...paper(297, 210, { price: 1 }), id: 'short' },
      { ...paper(800, 600, { price: 900 }), id: 'dear' },
      { ...paper(800, 600, { price: 500 }), id: 'long' },
    ];
    const answers = doJob('rank', { task, papers, effort: 'quick' }, ask);
    const by = (what: RankBy) => rank(answers, what).comparable.map((one) => one.paper);
    expect([by('price')[0], by('joints')]).toEqual(['short', ['long', 'dear', 'short']]);
    const joints = rank(answers, 'joints').comparable.map(({ right }) => piecesEach(right.value.settled) - 1);
    expect(joints).toEqual([0, 0, joints[2]]);
    expect(joints[2]).toBeGreaterThan(0);
  });

  it('a chosen one tells when the book has moved on, and what grain the sheet has then', () => {
    const task = taskOf(book, { kit: kit(4) }, 'text');
    const sheet = paper(297, 420);
    const chosen = chosenPaper(task, sheet, 'own', on(sheet, kit(4)));
    expect(isStale(chosen, task)).toBe(false);
    expect(isStale(chosen, taskOf(book, { kit: kit(5) }, 'text'))).toBe(true);
    expect(fibreOfSheet(book, sheet, on(sheet, kit(4)))).toBe('along-height');
    const wrong = paper(210, 297);
    expect(fibreOfSheet(book, wrong, on(wrong, kit(4), 'ignored'))).toBe('along-width');
  });
});

describe('marks', () => {
  it('are positions read off a rule, each within half of what it is read to', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2_000_000_000 }), (at) => {
        expect(Math.abs(readOff(nm(at), 'mm') - at)).toBeLessThanOrEqual(250_000);
        expect(Math.abs(readOff(nm(at), 'sixteenths') - at)).toBeLessThanOrEqual(inch(1 / 32));
        expect(Math.abs(readOff(nm(at), 'thirty-seconds') - at)).toBeLessThanOrEqual(inch(1 / 64));
      }),
    );
  });

  it('never add up: eight equal pieces end where the sheet ends', () => {
    const plan = on(paper(2376.2, 210), kit(8));
    const [sheet] = plan.sheets;
    const marks = marksOf(sheet!.plan.cuts, { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) }, 'sixteenths');
    for (const { at, read } of marks) expect(Math.abs(at - read)).toBeLessThanOrEqual(inch(1 / 32));
    expect(marksTable(sheet!.plan.cuts, { left: mm(0), right: mm(0), top: mm(0), bottom: mm(0) })).toHaveLength(
      marks.length + 1,
    );
  });
});

describe('a plan while it is searched for', () => {
  it('says the fewest sheets so far and how many it takes at least, each time that they change', () => {
    const piece = (id: string, width: number, height: number, needed: number) => ({
      id,
      width: mm(width),
      height: mm(height),
      grain: 'any' as const,
      needed,
    });
    const pieces = [piece('a', 131, 97, 11), piece('b', 203, 149, 7), piece('c', 89, 211, 9)];
    const work = startJob('plan', { task: { pieces, kit: USUAL_KIT }, paper: paper(500, 350), grain: 'own' }, ask);
    const told: { readonly sheets: number; readonly bound: number }[] = [];
    let step = work.next();
    for (; !step.done; step = work.next()) if (step.value.partial) told.push(step.value.partial);
    if (!step.value.ok) throw new Error(step.value.problem.code);
    const { count, proven } = step.value.value;
    expect(proven).toBe(true);
    expect(told.length).toBeGreaterThan(1);
    told.forEach(({ sheets, bound }, i) => {
      expect(bound).toBeLessThanOrEqual(count);
      expect(sheets).toBeGreaterThanOrEqual(count);
      if (i > 0) expect([sheets, bound]).not.toEqual([told[i - 1]!.sheets, told[i - 1]!.bound]);
    });
  });
});
