import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newBook } from '../book/new-book.ts';
import type { BookDocument } from '../document/document.ts';
import { ajarAt } from '../folding/ajar.ts';
import { poseOnTape, tapeOf } from '../folding/rehearsal.ts';
import { moveSpot } from '../folding/rigid.ts';
import { stretchesAt, threadSpots } from '../folding/thread-pose.ts';
import { planBook, type FoldedBook } from '../forms/planned-book.ts';
import { mm, type Nm } from '../units/nm.ts';
import { boundBook } from './bound-book.ts';
import { closedMeasure } from './closed-measure.ts';
import { remediesFor } from './remedies.ts';
import { problemsOf, sewingOfBook, sewingWith } from './sewn-book.ts';
import { shoppingFor } from './shopping.ts';

const A4 = { width: mm(297), height: mm(210), fibre: 'any' } as const;

function begun(id: string, parameters: object, sheet: { width: Nm; height: Nm; fibre: 'any' } = A4) {
  const choice = { id, parameters: { ...parameters } };
  const [made, plan] = [newBook('Tides', choice, sheet), planBook(choice, sheet)];
  if (!made.ok || !plan.ok) throw new Error('does not fold');
  return { book: made.value, plan: plan.value };
}

const sewnWith = (book: BookDocument, id: string, parameters: object = {}): BookDocument => ({
  ...book,
  binding: { ...book.binding, stitch: { id, parameters: { ...parameters } } },
});

const purposes = ({ run }: FoldedBook) => run.steps.map(({ purpose }) => purpose);

describe('a bound book', () => {
  it('that nothing holds is the folded one', () => {
    const { book, plan } = begun('nested-booklet', { pages: 20 });
    expect(boundBook(plan, book)).toBe(plan);
  });

  it('has the steps of the hands after the last fold, and is read as before', () => {
    const { book, plan } = begun('nested-booklet', { pages: 20 });
    const trimmed = { ...book, printing: { ...book.printing, trim: mm(2), trimHead: mm(3) } };
    const bound = boundBook(plan, sewnWith(trimmed, 'pamphlet'));
    expect(purposes(bound).slice(plan.run.steps.length)).toEqual(['nest', 'clip', 'pierce', 'sew', 'press', 'trim']);
    expect(bound.run.steps.at(-1)).toMatchObject({ edges: ['head', 'fore-edge'] });
    expect(bound.reading).toBe(plan.reading);
    expect(bound.run.moments.at(-1)).toBe(plan.run.moments.at(-1));
    const stapled = boundBook(plan, sewnWith(book, 'saddle-staples'));
    expect(purposes(stapled).slice(plan.run.steps.length)).toEqual(['nest', 'clip', 'staple', 'press']);
  });

  it('of several sections opens each in its own middle to sew it', () => {
    const { book, plan } = begun('nested-booklet', { pages: 64, sections: 4 });
    const { run } = boundBook(plan, sewnWith(book, 'link'));
    const sewing = run.steps.flatMap((step, i) => (step.purpose === 'sew-section' ? [i] : []));
    expect(sewing).toHaveLength(4);
    const lower = sewing.map((i) => ajarAt(run, i)!.swung.length);
    // Four leaves of each section lie above its middle, and whole sections of eight.
    expect([...lower].sort((a, b) => a - b)).toEqual([4, 12, 20, 28]);
  });

  it.each([
    ['nested-booklet', { pages: 20 }, 'pamphlet'],
    ['nested-booklet', { pages: 20, reading: 'right-to-left' }, 'running'],
    ['fold-out-booklet', {}, 'pamphlet'],
    ['right-angle-section', { folds: 3 }, 'pamphlet'],
    ['nested-booklet', { pages: 48, sections: 3 }, 'link'],
    ['nested-booklet', { pages: 12 }, 'saddle-staples'],
    ['nested-booklet', { pages: 12 }, 'tied-cord'],
  ] as const)(
    '%s %j, %s: thread lies on the fold at its stations, and goes with the paper',
    (id, parameters, stitch) => {
      const { book, plan } = begun(id, parameters);
      const sewn = sewnWith(book, stitch);
      const bound = boundBook(plan, sewn);
      const { run, reading } = bound;
      expect(run.sewn.length).toBeGreaterThan(0);
      const { steps } = tapeOf(bound);
      expect(stretchesAt(run, steps)).toBe(run.sewn.length);
      const closed = poseOnTape(bound, steps + 1);
      const corners = run.laid.panels.flatMap(({ outline }, i) =>
        outline.map((p) =>
          moveSpot(closed.panels[i]!, { x: (p.x * 1e-6) / run.laid.scale, y: (p.y * 1e-6) / run.laid.scale, z: 0 }),
        ),
      );
      const [left, right] = [Math.min(...corners.map(({ x }) => x)), Math.max(...corners.map(({ x }) => x))];
      const top = Math.min(...corners.map(({ y }) => y));
      const spine = reading.spineAt === 'west' ? left : right;
      const found = sewingOfBook(plan, sewn);
      const stations = found?.ok ? found.value.stations.map((place) => place / 1e6) : [];
      for (const stretch of run.sewn)
        for (const spot of threadSpots(run, stretch, closed, 0)) {
          expect(spot.x).toBeCloseTo(spine, 3);
          if (stitch === 'tied-cord')
            expect([0, reading.height / 1e6]).toContain(Math.round((spot.y - top) * 1e6) / 1e6);
          else if (stitch !== 'saddle-staples')
            expect(Math.min(...stations.map((place) => Math.abs(place - (spot.y - top))))).toBeLessThan(1e-3);
        }
    },
  );
});

describe('the closed measure', () => {
  const at = (measure: ReturnType<typeof closedMeasure>, edge: string) =>
    measure.edges.find((one) => one.edge === edge)!;

  it('of a nest of five is ten layers at every edge, thread at its spine only', () => {
    const { book, plan } = begun('nested-booklet', { pages: 20 });
    const measured = closedMeasure(plan, sewnWith(book, 'pamphlet'));
    expect(measured.edges.map(({ edge, layers, flat }) => [edge, layers, flat / 1e6])).toEqual([
      ['spine', 10, 1.5],
      ['fore-edge', 10, 1],
      ['head', 10, 1],
      ['tail', 10, 1],
    ]);
    // Nobody measured the paper: 15 % either way; pressed: a twentieth to three.
    expect(at(measured, 'fore-edge')).toMatchObject({ least: mm(1.05 * 0.85), likely: mm(1.1), most: mm(1.15 * 1.15) });
  });

  it('of flaps is thicker at the fore-edge than at the spine', () => {
    const { book, plan } = begun('fold-out-booklet', {}, { width: mm(420), height: mm(200), fibre: 'any' });
    const measured = closedMeasure(plan, book);
    expect(at(measured, 'fore-edge').layers).toBeGreaterThan(at(measured, 'spine').layers);
  });

  it('of joined strips agrees with the block as its form lays it: layers and films where tabs lie', () => {
    const sheet = { width: mm(700), height: mm(500), fibre: 'any' } as const;
    const { book, plan } = begun('concertina', { panels: 24, panelWidth: mm(95), panelHeight: mm(140) }, sheet);
    const { creep } = book.printing;
    const block = plan.form.closed!(plan.parameters, plan.sheet, creep.thickness);
    const measured = closedMeasure(plan, book);
    const [one, other] = [at(measured, 'spine').flat, at(measured, 'fore-edge').flat].sort((a, b) => a - b);
    const [least, most] = [block.left, block.right].sort((a, b) => a - b);
    expect([one, other]).toEqual([least, most]);
  });

  it('as it was measured wins, and its spring is that of the other edges; with more pages it tells the spring only', () => {
    const { book, plan } = begun('nested-booklet', { pages: 20 });
    const measurement = {
      id: 'm',
      method: 'closed-thickness',
      book: 'b',
      paper: 'p',
      printer: null,
      lengths: { thickness: mm(1.3), layers: mm(1) },
      at: '2026-11-28T10:00:00Z',
      count: 1,
      spread: null,
    } as const;
    const known = { ofBook: measurement, onPaper: undefined };
    const measured = closedMeasure(plan, book, known);
    expect(at(measured, 'spine')).toMatchObject({ measured: mm(1.3), least: mm(1.3), most: mm(1.3) });
    expect(at(measured, 'head').likely).toBe(mm(1.3));
    const longer = begun('nested-booklet', { pages: 40 });
    const then = closedMeasure(longer.plan, longer.book, known);
    expect(at(then, 'spine').measured).toBeUndefined();
    expect(at(then, 'spine').likely).toBe(mm(2.6));
    const other = closedMeasure(longer.plan, longer.book, { ofBook: undefined, onPaper: measurement });
    expect([other.spring.from, at(other, 'spine').likely]).toEqual(['measured-on-this-paper', mm(2.6)]);
  });

  it('is of the trimmed book', () => {
    const { book, plan } = begun('nested-booklet', { pages: 20 });
    const trimmed = { ...book, printing: { ...book.printing, trim: mm(2), trimHead: mm(3), trimTail: mm(4) } };
    expect(closedMeasure(plan, trimmed)).toMatchObject({ width: mm(146.5), height: mm(203) });
  });
});

describe('what goes wrong', () => {
  const { book, plan } = begun('nested-booklet', { pages: 20 });

  it.each([
    ['stations-do-not-fit', 'pamphlet', { stations: 11, inset: mm(95) }, {}],
    ['stations-do-not-fit', 'pamphlet', { stations: 9, school: 'pitch', pitch: mm(60) }, {}],
    ['stations-not-folded', 'pamphlet', { stations: 7, school: 'template' }, {}],
    ['station-count', 'pamphlet', { stations: 12 }, {}],
    ['station-count', 'running', { stations: 1 }, {}],
    ['stitch-for-several-sections', 'link', {}, {}],
    ['thread-thicker-than-hole', 'pamphlet', {}, { thread: mm(1.3) }],
    ['leg-too-short', 'saddle-staples', { along: mm(5) }, { leg: mm(6) }],
    ['leaf-beyond-reach', 'saddle-staples', {}, { reach: mm(100) }],
    ['staples-overlap', 'saddle-staples', { school: 'inset', inset: mm(3), stations: 2 }, {}],
  ] as const)('%s has a remedy in one press that leaves nothing wrong of it', (code, id, parameters, tools) => {
    const binding = { ...book.binding, stitch: { id, parameters }, tools: { ...book.binding.tools, ...tools } };
    const [problem] = problemsOf(sewingWith(plan, book, binding));
    expect(problem?.code).toBe(code);
    const remedies = remediesFor(problem!, plan, book, binding);
    expect(remedies.length).toBeGreaterThan(0);
    for (const remedy of remedies)
      expect(problemsOf(sewingWith(plan, book, remedy.binding)).map((left) => left.code)).not.toContain(code);
  });

  it('a book without a fold at its spine is offered the cord; several sections the link', () => {
    const meander = begun('meander-book', { rows: 4, columns: 4 });
    const many = begun('nested-booklet', { pages: 64, sections: 4 });
    for (const [of, code, stitch] of [
      [meander, 'no-fold-to-sew', 'tied-cord'],
      [many, 'stitch-for-one-section', 'link'],
    ] as const) {
      const { binding } = sewnWith(of.book, 'pamphlet');
      const [problem] = problemsOf(sewingWith(of.plan, of.book, binding));
      expect(problem?.code).toBe(code);
      expect(remediesFor(problem!, of.plan, of.book, binding).map(({ does }) => does)).toEqual([
        { code: 'other-stitch', stitch },
      ]);
    }
  });

  it('a broken path of one’s own goes back to the stitch’s', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 1, maxLength: 12 }), (stations) => {
        const ownPath = { begins: 'inside', stations, covered: 'both-sides' } as const;
        const binding = { ...sewnWith(book, 'pamphlet').binding, ownPath };
        for (const problem of problemsOf(sewingWith(plan, book, binding)))
          expect(remediesFor(problem, plan, book, binding).map(({ does }) => does.code)).toContain('stitch-own-path');
      }),
    );
  });
});

describe('what an edition takes', () => {
  it('is thread for every copy and a tenth, one needle, the tools of its steps', () => {
    const { book, plan } = begun('nested-booklet', { pages: 20 });
    const sewn = { ...sewnWith(book, 'pamphlet'), kit: { ...book.kit, copies: 30 } };
    const bought = shoppingFor(boundBook(plan, sewn), sewn);
    // 2 × 180 between the insets, 8 holes of 0.5, 2 × 90.
    expect(bought).toMatchObject([
      { what: 'thread', each: mm(544), whole: mm(544 * 33) },
      { what: 'needle' },
      { what: 'tool', tool: 'clips' },
      { what: 'tool', tool: 'awl' },
    ]);
    const stapled = { ...sewnWith(book, 'saddle-staples'), kit: { ...book.kit, copies: 30 } };
    expect(shoppingFor(boundBook(plan, stapled), stapled)[0]).toMatchObject({ what: 'staples', each: 2, count: 66 });
  });
});
