import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mm, nm } from '../units/nm.ts';
import { planConcertina, planOn, type Concertina, type ConcertinaPaper, type ConcertinaTask } from './concertina.ts';
import { NO_ENDPAPERS } from './ends.ts';
import { stripsInBook } from './joint-side.ts';

const NO_TRIM = { left: nm(0), right: nm(0), top: nm(0), bottom: nm(0) };
const paper = (fibre: ConcertinaPaper['fibre'], more: Partial<ConcertinaPaper> = {}): ConcertinaPaper => ({
  id: 'paper',
  width: mm(500),
  height: mm(700),
  fibre,
  trims: NO_TRIM,
  price: null,
  stock: null,
  ...more,
});
const BOOK: Concertina = {
  panels: 16,
  panelWidth: mm(100),
  panelHeight: mm(150),
  endpapers: NO_ENDPAPERS,
  joint: 'tab',
  tab: mm(15),
  side: 'anywhere',
  first: 'valley',
  covers: 'both',
  bothSides: false,
};
const task = (book: Partial<Concertina>, more: Partial<ConcertinaTask> = {}): ConcertinaTask => ({
  book: { ...BOOK, ...book },
  copies: 1,
  papers: [],
  gap: nm(0),
  grain: 'along-folds',
  ...more,
});
const sheets = (panels: number, fibre: ConcertinaPaper['fibre'], book: Partial<Concertina> = {}) => {
  const plan = planOn(task({ panels, ...book }), paper(fibre));
  return plan.ok ? plan.value.sheets : plan.problem.code;
};

describe('a concertina on a paper', () => {
  it('of the worked example: a sheet gives 17 panels long grain, 19 short grain, 20 and 21 with hinge strips', () => {
    expect([sheets(17, 'along-height'), sheets(18, 'along-height')]).toEqual([1, 2]);
    expect([sheets(19, 'along-width'), sheets(20, 'along-width')]).toEqual([1, 2]);
    const hinged = { joint: 'hinge-strip' } as const;
    expect([sheets(20, 'along-height', hinged), sheets(21, 'along-height', hinged)]).toEqual([1, 2]);
    expect([sheets(21, 'along-width', hinged), sheets(22, 'along-width', hinged)]).toEqual([1, 2]);
  });

  it('says why it does not come out, and with what it would', () => {
    expect(sheets(8, 'along-height', { tab: mm(100) })).toBe('tab-wider-than-panel');
    expect(sheets(8, 'along-height', { panelHeight: mm(701) })).toBe('higher-than-paper');
    expect(sheets(8, 'along-height', { panelWidth: mm(490) })).toBe('strip-longer-than-paper');
    expect(sheets(8, 'unknown')).toBe('grain-not-known');
    const even = planOn(task({ panels: 8, panelWidth: mm(300), side: 'mountains' }), paper('along-height'));
    expect(even).toMatchObject({ ok: false, problem: { code: 'strip-longer-than-paper', panels: 2, needed: mm(615) } });
    expect(planOn(task({ panels: 40 }), paper('along-height', { stock: 2 }))).toMatchObject({
      ok: false,
      problem: { code: 'too-few-sheets', sheets: 3, stock: 2 },
    });
  });

  it('joints lie where they are wanted on every plan, and another side never takes fewer sheets than wherever', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 60 }),
        fc.integer({ min: 40, max: 160 }),
        fc.constantFrom('valleys' as const, 'mountains' as const),
        fc.constantFrom('valley' as const, 'mountain' as const),
        fc.integer({ min: 1, max: 12 }),
        (panels, width, side, first, copies) => {
          const asked = task({ panels, panelWidth: mm(width), side, first }, { copies });
          const [plan, free] = [
            planOn(asked, paper('along-width')),
            planOn({ ...asked, book: { ...asked.book, side: 'anywhere' } }, paper('along-width')),
          ];
          if (!plan.ok || !free.ok) return;
          for (const { joint } of stripsInBook(plan.value.strips, first))
            if (joint) expect(joint).toBe(side === 'valleys' ? 'valley' : 'mountain');
          expect(free.value.bound).toBeLessThanOrEqual(plan.value.sheets);
        },
      ),
    );
  });

  it('for one book the sheets are proven', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 400 }),
        fc.integer({ min: 20, max: 200 }),
        fc.integer({ min: 1, max: 19 }),
        fc.constantFrom('valleys' as const, 'mountains' as const, 'anywhere' as const),
        (panels, width, tab, side) => {
          const plan = planOn(task({ panels, panelWidth: mm(width), tab: mm(tab), side }), paper('along-height'));
          if (plan.ok) expect(plan.value.proven.sheets).toBe(true);
        },
      ),
      { numRuns: 1000 },
    );
  });

  it('ranks papers by price, those without one after, and those that do not serve last', () => {
    const answers = planConcertina(
      task(
        {},
        {
          papers: [
            paper('unknown', { id: 'unknown' }),
            paper('along-height', { id: 'no price' }),
            paper('along-height', { id: 'dear', price: 300 }),
            paper('along-width', { id: 'cheap', price: 200 }),
          ],
        },
      ),
    );
    expect(answers.map(({ paper: id }) => id)).toEqual(['cheap', 'dear', 'no price', 'unknown']);
    expect(answers[0]!.otherwise.map(({ what }) => what.kind)).toEqual(['side', 'side', 'joint', 'grain']);
  });
});
