import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { foldAfter } from '../concertina/joint-side.ts';
import { FIXTURES } from '../forms/fixtures.ts';
import { planBook, type FoldedBook } from '../forms/planned-book.ts';
import { widthOfText } from '../output/face.ts';
import { marksDrawing } from '../output/marks-drawing.ts';
import { mm, nm } from '../units/nm.ts';
import { marksOfBook, marksOnFace, scoredOn, SCORE_TOOLS } from './sheet-marks.ts';

const planned = (id: string, parameters: object, width = 420, height = 297): FoldedBook => {
  const plan = planBook(
    { id, parameters: parameters as never },
    { width: mm(width), height: mm(height), fibre: 'any' },
  );
  if (!plan.ok) throw new Error(JSON.stringify(plan.problem));
  return plan.value;
};

describe('the drawing of marks', () => {
  it('writes the sheet’s name where no fold of its face runs through it', () => {
    const panels = fc.tuple(fc.integer({ min: 2, max: 9 }), fc.integer({ min: 30, max: 140 }));
    fc.assert(
      fc.property(panels, fc.constantFrom('A', 'B'), fc.constantFrom(1, 1.8), ([count, wide], side, larger) => {
        const p = { panels: count, panelWidth: mm(wide), panelHeight: mm(140), side: 'anywhere' };
        const [sheet] = marksOfBook(planned('concertina', p, 1300, 900));
        const say = { name: 'strip 1, front, begins with a valley', mark: () => '', head: 'head', tab: 'tab' };
        const { items } = marksDrawing(sheet!, side, 'bone-folder', say, larger);
        const name = items.flatMap((item) => (item.kind === 'text' && item.strong ? [item] : []));
        expect(name.map(({ text }) => text).join(' ')).toBe(say.name);
        const folds = marksOnFace(sheet!, side, 'bone-folder').map(({ seenAt }) => seenAt);
        for (const { text, at, size } of name)
          for (const fold of folds)
            expect(fold <= at.x || fold >= at.x + widthOfText(text, size), `${text} over ${fold}`).toBe(true);
      }),
    );
  });
});

describe('the marks of a book', () => {
  it('of strips: each fold from its own left edge, alternating through the book, the tab at the end; told apart by how their folds begin', () => {
    const lengths = [3, 4, 5];
    const p = {
      panels: 12,
      panelWidth: mm(50),
      side: 'anywhere',
      inset: 'narrowed',
      insetBy: mm(0.5),
      strips: lengths,
    };
    const marks = marksOfBook(planned('concertina', p));
    let done = 0;
    lengths.forEach((panels, i) => {
      const { marks: own, tab, begins, width, jig } = marks[i]!;
      // By hand: the first panel of a strip that lies inside a fold is narrower, all others are as wide as the book's.
      const inside = i > 0 && foldAfter(done, 'valley') === 'valley' ? mm(0.5) : 0;
      const last = i === lengths.length - 1;
      const places = Array.from({ length: last ? panels - 1 : panels }, (_, k) => (k + 1) * mm(50) - inside);
      expect(own.map(({ at }) => at)).toEqual(places);
      expect(own.map(({ lines }) => lines[0]!.kind)).toEqual(places.map((_, k) => foldAfter(done + k + 1, 'valley')));
      expect(tab).toEqual(last ? undefined : { from: panels * mm(50) - inside, to: panels * mm(50) - inside + mm(15) });
      expect([begins, width, jig]).toEqual([
        foldAfter(done + 1, 'valley'),
        panels * mm(50) - inside + (last ? 0 : mm(15)),
        mm(50),
      ]);
      done += panels;
    });
  });

  it('allow for what folds take up: half of each for either panel beside it, the ends of the book with one fold only', () => {
    const u = mm(0.2);
    const strips = [3, 3];
    const p = { panels: 6, panelWidth: mm(50), side: 'anywhere', inset: 'left', strips };
    const [first, last] = marksOfBook(planned('concertina', p), u);
    expect(first!.marks.map(({ at }) => at)).toEqual([mm(50.1), mm(100.3), mm(150.5)]);
    expect([first!.width, first!.tab]).toEqual([mm(165.5), { from: mm(150.5), to: mm(165.5) }]);
    expect(last!.marks.map(({ at }) => at)).toEqual([mm(50.2), mm(100.4)]);
    expect([last!.width, last!.longer]).toEqual([mm(150.5), mm(0.5)]);
    const hinged = marksOfBook(planned('concertina', { ...p, joint: 'hinge-strip', hingeGap: mm(0) }), u);
    expect(hinged.slice(0, 2).map(({ longer }) => longer)).toEqual([mm(0.5), mm(0.5)]);
    // A sheet that is folded whole has its size.
    expect(marksOfBook(planned('slit-book', {}), u)[0]!.longer).toBe(0);
  });

  it('are worked on the face that the tool asks for: all of them, each on one, at one distance from one edge', () => {
    expect(SCORE_TOOLS.map((tool) => [scoredOn('valley', tool), scoredOn('mountain', tool)])).toEqual([
      ['A', 'B'],
      ['B', 'A'],
      ['B', 'A'],
    ]);
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.entries(FIXTURES)),
        fc.constantFrom(...SCORE_TOOLS),
        fc.gen(),
        ([id, fixture], tool, g) => {
          const parameters = g(() => fixture.choices);
          const plan = planBook({ id, parameters }, { width: mm(420), height: mm(297), fibre: 'any' });
          if (!plan.ok) return;
          for (const sheet of marksOfBook(plan.value)) {
            const faces = (['A', 'B'] as const).map((side) => marksOnFace(sheet, side, tool));
            const lines = sheet.marks.reduce((sum, mark) => sum + mark.lines.length, 0);
            expect(faces.flat().reduce((sum, mark) => sum + mark.lines.length, 0)).toBe(lines);
            for (const { seenAt, mark } of faces[1]!)
              expect(mark.axis === 'upright' ? nm(sheet.width - seenAt) : seenAt).toBe(mark.at);
            for (const { at, axis } of sheet.marks) {
              expect(at).toBeGreaterThan(0);
              expect(at).toBeLessThan(axis === 'upright' ? sheet.width + 1 : sheet.height);
            }
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});
