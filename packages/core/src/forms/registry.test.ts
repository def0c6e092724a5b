import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { bookPose } from '../folding/book-pose.ts';
import { JOINED_WITHIN, poseAt } from '../folding/poses.ts';
import { poseOnTape, tapeOf } from '../folding/rehearsal.ts';
import { connectedParts, sidesOf } from '../folding/laid-paper.ts';
import { lastMoment } from '../folding/run.ts';
import { meaningOf } from '../folding/step-meaning.ts';
import { stepSchema } from '../folding/step-schema.ts';
import { pagePlaces } from '../pagination/page-places.ts';
import { inch, mm, type Nm } from '../units/nm.ts';
import type { Sheet } from '../paper/sheet-size.ts';
import { planBook, type FoldedBook, type FormChoice } from './planned-book.ts';
import { FIXTURES } from './fixtures.ts';
import type { FormId } from './registry.ts';

const A4: Sheet = { width: mm(297), height: mm(210), fibre: 'along-width' };

const planned = (choice: FormChoice, sheet: Sheet = A4): FoldedBook => {
  const plan = planBook(choice, sheet);
  if (!plan.ok) throw new Error(JSON.stringify(plan.problem));
  return plan.value;
};

const CASES = Object.entries(FIXTURES).map(([id, { choices, ...fixture }]) => ({
  id,
  ...fixture,
  choices: choices.map((parameters): FormChoice => ({ id, parameters })),
}));
const choicesOf = (id: FormId) => CASES.find((one) => one.id === id)!.choices;
const TABLES = CASES.flatMap(({ id, tables }) =>
  tables.map(({ parameters, evidence, rows }) => ({ choice: { id, parameters }, evidence, rows })),
);

const sheets: fc.Arbitrary<Sheet> = fc.record({
  width: fc.oneof(
    fc.integer({ min: 90, max: 1300 }).map(mm),
    fc.integer({ min: 240, max: 2400 }).map((n) => inch(n / 64)),
  ),
  height: fc.oneof(
    fc.integer({ min: 60, max: 1300 }).map(mm),
    fc.integer({ min: 160, max: 2400 }).map((n) => inch(n / 64)),
  ),
  fibre: fc.constant('any' as const),
});

describe('every form of the registry', () => {
  it('has a table of where its pages stand', () => {
    for (const { id, tables } of CASES) expect(tables.length, id).toBeGreaterThan(0);
  });

  it.each(TABLES)('stands as worked out beforehand: $choice.id $choice.parameters ($evidence)', ({ choice, rows }) => {
    const plan = planned(choice);
    const standing = rows.map((row) => row.split(' ').map(() => '-'));
    const sides = sidesOf(plan.run.laid, 0);
    const perFace = plan.run.laid.sheets[0]!.horizontals.length - 1;
    plan.reading.pages.forEach(({ face, quarterTurns }, page) => {
      const { sheet, row, column } = plan.run.laid.panels[face.panel]!;
      const line = (sheet * sides.length + sides.indexOf(face.side)) * perFace + row!;
      const across = standing[line]!.length;
      standing[line]![face.side === 'A' ? column! : across - 1 - column!] =
        `${page + 1}${quarterTurns === 0 ? 'u' : quarterTurns === 2 ? 'i' : '?'}`;
    });
    expect(standing.map((row) => row.join(' '))).toEqual(rows);
  });

  for (const { id, choices, differing } of CASES) {
    it(`${id}: every printed face is read exactly once or hidden by choice, right way up, fronts back backs, nothing severed`, () => {
      fc.assert(
        fc.property(choices, sheets, (choice, sheet) => {
          const plan = planned(choice, sheet);
          const { run, reading } = plan;
          const faces = [...reading.pages.map(({ face }) => face), ...reading.hidden.map(({ face }) => face)].map(
            ({ panel, side }) => `${panel}${side}`,
          );
          const printed = run.laid.panels.flatMap(({ sheet: of, label }, i) =>
            run.laid.bare.has(label) ? [] : sidesOf(run.laid, of).map((side) => `${i}${side}`),
          );
          expect([...faces].sort()).toEqual([...printed].sort());
          // Seen in views exactly once each.
          const seen = reading.views.flatMap(({ left, right }) => [left, right]).filter((page) => page !== null);
          expect(seen).toEqual(reading.pages.map((_, i) => i));
          // Head to the north in the closed book: the page's turn on the sheet, moved with its panel, points up.
          reading.pages.forEach(({ face, quarterTurns }) => {
            const f = reading.held.placed[face.panel]!;
            const up = [
              [0, -1],
              [1, 0],
              [0, 1],
              [-1, 0],
            ][quarterTurns]!;
            // The turn is said as the face itself is seen: of face B with the sheet turned over from left to right.
            const x = face.side === 'A' ? up[0]! : 0 - up[0]!;
            expect([f.a * x + f.b * up[1]! + 0, f.c * x + f.d * up[1]! + 0]).toEqual([0, -1]);
          });
          // Layers alternate in pairs of touching faces: a gap joins two faces of neighbouring layers.
          reading.gaps.forEach(({ faces: [one, other] }, i) =>
            expect([one.panel, other.panel]).toEqual([reading.layers[i], reading.layers[i + 1]]),
          );
          expect(connectedParts(run.laid.panels.length, lastMoment(run).hinges)).toHaveLength(run.laid.sheets.length);
        }),
        { numRuns: 40 },
      );
    });

    it(`${id}: its steps come from outside as they are, and mean the blade, the glue and the joins that they make`, () => {
      fc.assert(
        fc.property(choices, (choice) => {
          const { run } = planned(choice);
          expect(z.array(stepSchema).parse(JSON.parse(JSON.stringify(run.steps)))).toEqual(run.steps);
          run.steps.forEach((step, i) => {
            const { tools, joins, parts, afterwards } = meaningOf(run, i);
            expect(parts).toBe(step.kind === 'slit' || step.kind === 'cut');
            if (parts) expect(tools).toContain('blade');
            expect(joins).toEqual([...run.glued, ...run.joined].flatMap((one) => (one.step === i ? [one.panels] : [])));
            expect(tools.includes('glue')).toBe(afterwards.includes('dry'));
          });
        }),
        { numRuns: 20 },
      );
    });

    if (!differing)
      it(`${id}: folded size is the sheet divided by its columns and rows, to the nanometre`, () => {
        fc.assert(
          fc.property(choices, sheets, (choice, sheet) => {
            const plan = planned(choice, sheet);
            const { columns, rows } = plan.form.assembly(plan.parameters, sheet).parts[0]!.sheets[0]! as {
              columns: number;
              rows: number;
            };
            const leaf = [Math.round(sheet.width / columns), Math.round(sheet.height / rows)];
            const { width, height, spineAxis } = plan.reading;
            expect(spineAxis === 'vertical' ? [width, height] : [height, width]).toEqual(leaf);
            // Panels cover the sheet: rounded positions, so neighbours share their edge and nothing is lost.
            const area = pagePlaces(plan).reduce((sum, { rect }) => sum + BigInt(rect.width) * BigInt(rect.height), 0n);
            const faces = BigInt(plan.run.laid.sheets.length * sidesOf(plan.run.laid, 0).length);
            expect(plan.reading.hidden.length > 0 || area === faces * BigInt(sheet.width) * BigInt(sheet.height)).toBe(
              true,
            );
          }),
          { numRuns: 25 },
        );
      });

    it(`${id}: panels stay rigid and joined through the whole rehearsal`, () => {
      fc.assert(
        fc.property(choices, fc.double({ min: 0, max: 1, noNaN: true }), (choice, t) => {
          const plan = planned(choice);
          for (let step = 0; step < plan.run.steps.length; step++)
            expect(poseAt(plan.run, step, t).gap).toBeLessThan(JOINED_WITHIN);
          for (const matrix of poseOnTape(plan, t * tapeOf(plan).end).panels) {
            // Rigid: the rows of the rotation are orthonormal and right-handed.
            const [a, b, c, , d, e, f, , g, h, i] = matrix as number[];
            expect(a! * a! + b! * b! + c! * c!).toBeCloseTo(1, 9);
            expect(a! * d! + b! * e! + c! * f!).toBeCloseTo(0, 9);
            expect(a! * (e! * i! - f! * h!) - b! * (d! * i! - f! * g!) + c! * (d! * h! - e! * g!)).toBeCloseTo(1, 9);
          }
        }),
        { numRuns: 15 },
      );
    });

    it(`${id}: each step of the rehearsal begins where the last one ended`, () => {
      fc.assert(
        fc.property(choices, (choice) => {
          const plan = planned(choice);
          const { end } = tapeOf(plan);
          for (let position = 1; position < end; position++) {
            const before = poseOnTape(plan, position - 1e-9);
            const after = poseOnTape(plan, position);
            if (plan.reading.views.some(({ hinge }) => hinge !== 'spine') && position > plan.run.steps.length) break;
            before.panels.forEach((matrix, i) =>
              matrix.forEach((value, k) =>
                expect(Math.abs(value - after.panels[i]![k]!), `${choice.id} at ${position}`).toBeLessThan(0.01),
              ),
            );
          }
        }),
        { numRuns: 12 },
      );
    });
  }

  it('shows a slit book’s pages turning without tearing', () => {
    const plan = planned({ id: 'slit-book', parameters: {} });
    for (let view = 0; view < plan.reading.views.length - 1; view++) {
      for (const t of [0, 0.3, 0.7, 1])
        expect(bookPose(plan.run, plan.reading, view, t).gap).toBeLessThan(JOINED_WITHIN);
    }
  });
});

describe('panels in shares', () => {
  const lengths = fc.oneof(
    fc.integer({ min: 200, max: 900 }).map(mm),
    fc.integer({ min: 128, max: 560 }).map((n) => inch(n / 16)),
  );
  it('n panels are n panels, at whole millimetres and sixteenths of an inch: no fold splits a sliver off', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          ...CASES.flatMap(({ choices, panels }) =>
            panels ? [choices.map((choice) => [choice, panels(choice.parameters)] as const)] : [],
          ),
        ),
        lengths,
        lengths,
        ([choice, panels], width, height) => {
          expect(planned(choice, { width, height, fibre: 'any' }).run.laid.panels).toHaveLength(panels);
        },
      ),
      { numRuns: 300 },
    );
  });

  // A second derivation, from the hands alone. Panels are counted from the cover to the far end: o their outside, i their inside.
  const read = (fold: string, n: number): readonly string[] => {
    const inside = Array.from({ length: n }, (_, k) => `i${k + 1}`);
    switch (fold) {
      case 'half':
        return ['o1', 'i1', 'i2', 'o2'];
      case 'gate':
        // The right door lies in the far panel; opened, the inside lies there from left to right.
        return ['o1', 'o3', ...inside, 'o2'];
      case 'zigzag':
        // One side from left to right; turned over like a page its right end comes to the left.
        return ['o1', ...inside, ...Array.from({ length: n - 1 }, (_, k) => `o${n - k}`)];
      default: {
        // Opening panel k of a roll shows the inside of panel k − 1 and, lying on panel k, the outside of k + 1; the last one its own inside.
        const opened = Array.from({ length: n - 2 }, (_, k) => [`i${k + 1}`, `o${k + 3}`]).flat();
        return ['o1', ...opened, `i${n - 1}`, `i${n}`, 'o2'];
      }
    }
  };
  const cases = [
    ['half', 2] as const,
    ['gate', 3] as const,
    ...[3, 4, 5, 6, 7, 8].flatMap((n) => [['zigzag', n] as const, ['roll', n] as const]),
  ];
  it.each(cases)('a %s of %d reads as the hands meet its faces', (fold, panels) => {
    for (const by of [0, 1, 3].map(mm)) {
      const plan = planned(
        { id: 'plain-fold', parameters: { fold, panels: Math.max(3, panels), narrower: by, shortOfMiddle: by } },
        { ...A4, width: mm(600) },
      );
      const names = plan.reading.pages.map(({ face }) => {
        const column = plan.run.laid.panels[face.panel]!.column!;
        return `${face.side === 'A' ? 'o' : 'i'}${panels - column}`;
      });
      expect(names).toEqual(read(fold, panels));
      // Everything that lies side by side, and nothing twice.
      for (const { row } of plan.reading.views) expect(new Set(row).size).toBe(row!.length);
      expect(plan.reading.views.at(-1)!.row).toHaveLength(panels);
    }
  });
});

describe('meander counts', () => {
  it('are those of docs/folding.md, 4: R·C − 2 × glued face-to-face turns; leaves R·C − (R − 1) when every turn is doubled', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 8 }),
        fc.integer({ min: 2, max: 8 }),
        fc.constantFrom('back-of-first', 'first'),
        (rows, columns, cover) => {
          const glued = planned({ id: 'meander-book', parameters: { rows, columns, cover, facesMeet: 'glued-shut' } });
          const turns = Array.from({ length: rows - 1 }, (_, i) => (i + 1) * columns);
          const faceToFace = turns.filter((panels) => (cover === 'first') === (panels % 2 === 0)).length;
          expect(glued.reading.pages).toHaveLength(rows * columns - 2 * faceToFace);
          expect(glued.reading.leaves).toBe(rows * columns - (rows - 1));
          const open = planned({ id: 'meander-book', parameters: { rows, columns, cover } });
          expect(open.reading.pages).toHaveLength(rows * columns);
          expect(open.reading.views.filter(({ hinge }) => hinge !== 'spine')).toHaveLength(faceToFace);
        },
      ),
      { numRuns: 40 },
    );
  });

  it.each([
    [1, 4],
    [9, 4],
    [4, 1],
    [4, 9],
    [2.5, 4],
  ])('refuses %d × %d with the parameter’s name', (rows, columns) => {
    expect(planBook({ id: 'meander-book', parameters: { rows, columns } }, A4)).toMatchObject({
      ok: false,
      problem: { code: 'parameter-out-of-range' },
    });
  });
  it.each([0, -5, 20_000])('refuses a sheet %d mm wide', (width) => {
    expect(planBook({ id: 'slit-book', parameters: {} }, { ...A4, width: mm(width) as Nm })).toMatchObject({
      ok: false,
    });
  });
});

describe('nested booklets', () => {
  it('carry the pairs of docs/folding.md: each side of a folio sums to 4S + 1', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400 }), (pages) => {
        const plan = planned({ id: 'nested-booklet', parameters: { pages } });
        const folios = Math.ceil(pages / 4);
        expect(plan.reading.pages).toHaveLength(4 * folios);
        const sums = new Map<string, number>();
        for (const { page, sheet, side } of pagePlaces(plan))
          sums.set(`${sheet}${side}`, (sums.get(`${sheet}${side}`) ?? 0) + page + 1);
        expect([...sums.values()]).toEqual(Array.from({ length: 2 * folios }, () => 4 * folios + 1));
      }),
      { numRuns: 25 },
    );
  });

  it.each([0, 401, 2.5])('refuse %d pages by name', (pages) => {
    expect(planBook({ id: 'nested-booklet', parameters: { pages } }, A4)).toMatchObject({
      ok: false,
      problem: { code: 'parameter-out-of-range', name: 'pages' },
    });
  });
});

describe('right-angled sections', () => {
  it('have bolts at the head, then the fore-edge, then the tail, however they are folded', () => {
    fc.assert(
      fc.property(choicesOf('right-angle-section'), (choice) => {
        const { bolts, pages } = planned(choice).reading;
        const { folds } = choice.parameters as { folds: number };
        expect(pages).toHaveLength(2 ** (folds + 1));
        expect(bolts).toEqual(['head', 'fore-edge', 'tail'].slice(0, folds - 1));
      }),
      { numRuns: 40 },
    );
  });
});
