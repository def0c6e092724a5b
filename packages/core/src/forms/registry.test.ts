import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bookPose } from '../folding/book-pose.ts';
import { JOINED_WITHIN, poseAt } from '../folding/poses.ts';
import { poseOnTape, tapeOf } from '../folding/rehearsal.ts';
import { connectedParts } from '../folding/fold-sheet.ts';
import { lastMoment } from '../folding/run.ts';
import { pagePlaces } from '../pagination/page-places.ts';
import { inch, mm, type Nm } from '../units/nm.ts';
import type { Sheet } from '../paper/sheet-size.ts';
import { planBook, type FoldedBook, type FormChoice } from './planned-book.ts';
import { FORMS } from './registry.ts';

const A4: Sheet = { width: mm(297), height: mm(210), fibre: 'along-width' };

const planned = (choice: FormChoice, sheet: Sheet = A4): FoldedBook => {
  const plan = planBook(choice, sheet);
  if (!plan.ok) throw new Error(JSON.stringify(plan.problem));
  return plan.value;
};

const slit: fc.Arbitrary<FormChoice> = fc
  .record({
    cover: fc.constantFrom('outer', 'middle'),
    reading: fc.constantFrom('left-to-right', 'right-to-left'),
  })
  .map((parameters) => ({ id: 'slit-book', parameters }));
const meander: fc.Arbitrary<FormChoice> = fc
  .record({
    rows: fc.integer({ min: 2, max: 8 }),
    columns: fc.integer({ min: 2, max: 8 }),
    cover: fc.constantFrom('back-of-first', 'first'),
    backsMeet: fc.constantFrom('double-leaf', 'pocket', 'none'),
    facesMeet: fc.constantFrom('fold-out', 'glued-shut'),
  })
  .map((parameters) => ({ id: 'meander-book', parameters }));
const reading = fc.constantFrom('left-to-right', 'right-to-left');
const booklet: fc.Arbitrary<FormChoice> = fc
  .record({ pages: fc.integer({ min: 1, max: 60 }), sections: fc.integer({ min: 1, max: 24 }), reading })
  .map((parameters) => ({ id: 'nested-booklet', parameters }));
const section: fc.Arbitrary<FormChoice> = fc
  .record({
    folds: fc.integer({ min: 2, max: 4 }),
    first: fc.constantFrom('across', 'along'),
    ways: fc.constantFrom('over', 'under', 'by-turns'),
    reading,
  })
  .map((parameters) => ({ id: 'right-angle-section', parameters }));
const foldOuts: fc.Arbitrary<FormChoice> = fc
  .record({
    flaps: fc.array(fc.constantFrom('none', 'left', 'right', 'both'), { minLength: 1, maxLength: 6 }),
    reading,
  })
  .map((parameters) => ({ id: 'fold-out-booklet', parameters }));
const plainFold: fc.Arbitrary<FormChoice> = fc
  .record({ fold: fc.constantFrom('half', 'roll', 'zigzag', 'gate'), panels: fc.integer({ min: 3, max: 8 }) })
  .map((parameters) => ({ id: 'plain-fold', parameters: { ...parameters, narrower: mm(0.2) } }));
/** Every registered form needs choices here, or the first test below fails. */
const CHOICES: Readonly<Record<string, fc.Arbitrary<FormChoice>>> = {
  'slit-book': slit,
  'meander-book': meander,
  'nested-booklet': booklet,
  'right-angle-section': section,
  'fold-out-booklet': foldOuts,
  'plain-fold': plainFold,
};

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

/**
 * Where each page stands on the unfolded sheet, worked out from the movements of the hands before the engine ran (docs/folding.md, 4):
 * page number → [row, column, u(pright) | i(nverted)]. Rows follow one another: face A, then face B as it is seen once the sheet is
 * turned over from left to right, where it carries pages; sheet after sheet. `reasoned`: nobody has folded these sheets yet.
 */
const TABLES: readonly {
  readonly choice: FormChoice;
  readonly evidence: 'reasoned' | 'folded';
  readonly rows: readonly string[];
}[] = [
  {
    // The panels form a ring of eight. The cover stands upright at the lower right, its spine (third crease) to its
    // left. Going round the ring from the cover away from that spine: over the closed head to the panel above it
    // (inverted: its head meets the cover's), then along the upper row to the left, round the left end's closed
    // head to the lower row, and back to the panel left of the cover, which is the back.
    choice: { id: 'slit-book', parameters: {} },
    evidence: 'reasoned',
    rows: ['5i 4i 3i 2i', '6u 7u 8u 1u'],
  },
  {
    // The same ring with the cover beside the slit: its spine is the first crease, to its left; its leaf is closed at
    // the fore-edge, so page 2 stands to its right, then over the right end's head to the upper row.
    choice: { id: 'slit-book', parameters: { cover: 'middle' } },
    evidence: 'reasoned',
    rows: ['7i 6i 5i 4i', '8u 1u 2u 3u'],
  },
  {
    // Read from right to left everything is mirrored: the cover stands at the lower left.
    choice: { id: 'slit-book', parameters: { reading: 'right-to-left' } },
    evidence: 'reasoned',
    rows: ['2i 3i 4i 5i', '1u 8u 7u 6u'],
  },
  {
    // Serpentine strip: row 1 upright from the left, row 2 from the right and head down, and so on. Even columns, the
    // back as the cover: every turn has its backs inside, so all 16 are read in the order of the strip.
    choice: { id: 'meander-book', parameters: { rows: 4, columns: 4 } },
    evidence: 'reasoned',
    rows: ['1u 2u 3u 4u', '8i 7i 6i 5i', '9u 10u 11u 12u', '16i 15i 14i 13i'],
  },
  {
    // Printed cover, 3 columns: turn 1 (3·1 odd) has backs inside, turn 2 (3·2 even) has faces inside; glued shut it
    // hides panels 6 and 7 of the strip, so the reader's 6 is the strip's 8.
    choice: { id: 'meander-book', parameters: { rows: 3, columns: 3, cover: 'first', facesMeet: 'glued-shut' } },
    evidence: 'reasoned',
    rows: ['1u 2u 3u', '- 5i 4i', '- 6u 7u'],
  },
  {
    // 2 × 2 with the printed cover: one turn (2·1 even), faces inside: a fold-out, nothing hidden.
    choice: { id: 'meander-book', parameters: { rows: 2, columns: 2, cover: 'first' } },
    evidence: 'reasoned',
    rows: ['1u 2u', '4i 3i'],
  },
  {
    // Two folios, eight pages (a = 1, S = 2). The outer side of folio i carries a + 4S − 1 − 2(i − 1) on the left and
    // a + 2(i − 1) on the right, the inner side a + 2i − 1 and a + 4S − 2i.
    choice: { id: 'nested-booklet', parameters: { pages: 8 } },
    evidence: 'reasoned',
    rows: ['8u 1u', '2u 7u', '6u 3u', '4u 5u'],
  },
  {
    // Ten pages take three folios; read from right to left every pair is mirrored.
    choice: { id: 'nested-booklet', parameters: { pages: 10, reading: 'right-to-left' } },
    evidence: 'reasoned',
    rows: ['1u 12u', '11u 2u', '3u 10u', '9u 4u', '5u 8u', '7u 6u'],
  },
  {
    // Two sections of two folios: the first begins with page 1, the second with page 9 (a = 9, S = 2).
    choice: { id: 'nested-booklet', parameters: { pages: 16, sections: 2 } },
    evidence: 'reasoned',
    rows: ['8u 1u', '2u 7u', '6u 3u', '4u 5u', '16u 9u', '10u 15u', '14u 11u', '12u 13u'],
  },
  {
    // The inner folio has a flap that opens to the reader's right, beside page 5 of eight: on its outside it lies left of pages 6 and 3, on
    // its inside right of 4 and 5. In the order in which they are met: 1, 2 and 3, then 4 beside the folded flap's front (5a, the fifth), then
    // opened out 5 and 5b (sixth and seventh), then 6 and 7, and 8: the eighth, ninth and tenth.
    choice: { id: 'fold-out-booklet', parameters: { flaps: ['none', 'right'] } },
    evidence: 'reasoned',
    rows: ['10u 1u', '2u 9u', '5u 8u 3u', '4u 6u 7u'],
  },
  {
    // One folio, flaps on both sides: cover; both fronts side by side like a gate; opened to the left, opened to the right; back.
    choice: { id: 'fold-out-booklet', parameters: { flaps: ['both'] } },
    evidence: 'reasoned',
    rows: ['3u 8u 1u 2u', '4u 5u 6u 7u'],
  },
  {
    // Rolled: on the outside the flap, the back and the cover. Cover; its back beside the flap's front; the middle and the flap's back; back.
    choice: { id: 'plain-fold', parameters: {} },
    evidence: 'reasoned',
    rows: ['3u 6u 1u', '2u 4u 5u'],
  },
  {
    // To and fro, the cover at the right end of the outside. Turning the cover like a page shows its back and the panel beside it: 2 and 3. The rest
    // pulled out to the right, this side reads on: 4. Turned over, the outside: its left end was behind the inside's right end: 5, 6, and the cover.
    choice: { id: 'plain-fold', parameters: { fold: 'zigzag' } },
    evidence: 'reasoned',
    rows: ['5u 6u 1u', '2u 3u 4u'],
  },
  {
    choice: { id: 'plain-fold', parameters: { fold: 'zigzag', panels: 4 } },
    evidence: 'reasoned',
    rows: ['6u 7u 8u 1u', '2u 3u 4u 5u'],
  },
  {
    // A pair of doors: closed, the left one is the right end of the outside, the right one its left end: 1 and 2. Both opened, the inside reads 3, 4, 5; the
    // back is the middle of the outside.
    choice: { id: 'plain-fold', parameters: { fold: 'gate' } },
    evidence: 'reasoned',
    rows: ['2u 6u 1u', '3u 4u 5u'],
  },
  {
    // Rolled in four. The cover opened: its back, and beside it the outside of the third panel, 3. That opened too: the second panel's inside, 4, and the outside of
    // the fourth, 5; that opened: 6 and 7. Turned over only the second panel's outside is new.
    choice: { id: 'plain-fold', parameters: { fold: 'roll', panels: 4 } },
    evidence: 'reasoned',
    rows: ['5u 3u 8u 1u', '2u 4u 6u 7u'],
  },
  {
    choice: { id: 'plain-fold', parameters: { fold: 'half' } },
    evidence: 'reasoned',
    rows: ['4u 1u', '2u 3u'],
  },
  {
    // Near half over the far one, then the right over the left: from the top r1c2 (B up), r2c2 (A up), r2c1 (B up), r1c1 (A up).
    // The spine is at the right and the bolt near; turned half round the spine is at the left and the bolt at the head, so the
    // far row, which has not been turned over lengthwise, stands head down.
    choice: { id: 'right-angle-section', parameters: { folds: 2, first: 'along' } },
    evidence: 'reasoned',
    rows: ['7i 2i', '6u 3u', '1i 8i', '4u 5u'],
  },
  {
    // Right half over left, near over far, right over left. From the top: r1c2 (B up), r1c3 (A), r2c3 (B), r2c2 (A), r2c1 (B),
    // r2c4 (A), r1c4 (B), r1c1 (A). The spine is at the right, the second fold near, the first at the left: turned half round
    // the bolts are head and fore-edge.
    choice: { id: 'right-angle-section', parameters: { folds: 3, first: 'across' } },
    evidence: 'reasoned',
    rows: ['15i 2i 3i 14i', '10u 7u 6u 11u', '13i 4i 1i 16i', '12u 5u 8u 9u'],
  },
];

/** Forms with panels of differing widths: their sizes have tests of their own. */
const OF_WIDTHS = new Set(['fold-out-booklet', 'plain-fold']);

describe('every form of the registry', () => {
  it('has choices to try and a table of where its pages stand', () => {
    for (const { id } of FORMS) {
      expect(CHOICES[id], id).toBeDefined();
      expect(
        TABLES.some(({ choice }) => choice.id === id),
        id,
      ).toBe(true);
    }
  });

  it.each(TABLES)('stands as worked out beforehand: $choice.id $choice.parameters ($evidence)', ({ choice, rows }) => {
    const plan = planned(choice);
    const standing = rows.map((row) => row.split(' ').map(() => '-'));
    const sides = plan.form.printed(plan.parameters);
    const perFace = plan.run.sheet.horizontals.length - 1;
    plan.reading.pages.forEach(({ face, quarterTurns }, page) => {
      const { sheet, row, column } = plan.run.sheet.panels[face.panel]!;
      const line = (sheet * sides.length + sides.indexOf(face.side)) * perFace + row!;
      const across = standing[line]!.length;
      standing[line]![face.side === 'A' ? column! : across - 1 - column!] =
        `${page + 1}${quarterTurns === 0 ? 'u' : quarterTurns === 2 ? 'i' : '?'}`;
    });
    expect(standing.map((row) => row.join(' '))).toEqual(rows);
  });

  for (const [id, choices] of Object.entries(CHOICES)) {
    it(`${id}: every printed face is read exactly once or hidden by choice, right way up, fronts back backs, nothing severed`, () => {
      fc.assert(
        fc.property(choices, sheets, (choice, sheet) => {
          const plan = planned(choice, sheet);
          const { run, reading, form, parameters } = plan;
          const faces = [...reading.pages.map(({ face }) => face), ...reading.hidden.map(({ face }) => face)].map(
            ({ panel, side }) => `${panel}${side}`,
          );
          const printed = run.sheet.panels.flatMap((_, i) => form.printed(parameters).map((side) => `${i}${side}`));
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
          expect(connectedParts(run.sheet.panels.length, lastMoment(run).hinges)).toHaveLength(run.sheet.sheets);
        }),
        { numRuns: 40 },
      );
    });

    if (!OF_WIDTHS.has(id))
      it(`${id}: folded size is the sheet divided by its columns and rows, to the nanometre`, () => {
        fc.assert(
          fc.property(choices, sheets, (choice, sheet) => {
            const plan = planned(choice, sheet);
            const { columns, rows } = plan.form.grid(plan.parameters, sheet) as { columns: number; rows: number };
            const leaf = [Math.round(sheet.width / columns), Math.round(sheet.height / rows)];
            const { width, height, spineAxis } = plan.reading;
            expect(spineAxis === 'vertical' ? [width, height] : [height, width]).toEqual(leaf);
            // Panels cover the sheet: rounded positions, so neighbours share their edge and nothing is lost.
            const area = pagePlaces(plan).reduce((sum, { rect }) => sum + BigInt(rect.width) * BigInt(rect.height), 0n);
            const faces = BigInt(plan.run.sheet.sheets * plan.form.printed(plan.parameters).length);
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
          for (let step = 0; step < plan.run.programme.length; step++)
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
            if (plan.reading.views.some(({ hinge }) => hinge !== 'spine') && position > plan.run.programme.length)
              break;
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
  const inShares: fc.Arbitrary<readonly [FormChoice, panels: number]> = fc
    .oneof(
      fc
        .record({ fold: fc.constant('zigzag'), panels: fc.integer({ min: 3, max: 8 }) })
        .map((p) => [p, p.panels] as const),
      fc.constant([{ fold: 'half' }, 2] as const),
      fc
        .record({ fold: fc.constant('roll'), panels: fc.integer({ min: 3, max: 8 }) })
        .map((p) => [p, p.panels] as const),
      fc.constant([{ fold: 'gate' }, 3] as const),
    )
    .map(([parameters, panels]) => [{ id: 'plain-fold', parameters }, panels]);
  const others: fc.Arbitrary<readonly [FormChoice, panels: number]> = fc.oneof(
    slit.map((choice) => [choice, 8] as const),
    meander.map((choice) => [choice, Number(choice.parameters.rows) * Number(choice.parameters.columns)] as const),
    section.map((choice) => [choice, 2 ** Number(choice.parameters.folds)] as const),
    booklet.map((choice) => [choice, 2 * Math.ceil(Number(choice.parameters.pages) / 4)] as const),
    foldOuts.map(
      (choice) =>
        [
          choice,
          (choice.parameters.flaps as readonly string[]).reduce(
            (sum, one) => sum + { none: 2, left: 3, right: 3, both: 4 }[one]!,
            0,
          ),
        ] as const,
    ),
  );

  it('n panels are n panels, at whole millimetres and sixteenths of an inch: no fold splits a sliver off', () => {
    fc.assert(
      fc.property(fc.oneof(inShares, others), lengths, lengths, ([choice, panels], width, height) => {
        expect(planned(choice, { width, height, fibre: 'any' }).run.sheet.panels).toHaveLength(panels);
      }),
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
        const column = plan.run.sheet.panels[face.panel]!.column!;
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
      fc.property(section, (choice) => {
        const { bolts, pages } = planned(choice).reading;
        const { folds } = choice.parameters as { folds: number };
        expect(pages).toHaveLength(2 ** (folds + 1));
        expect(bolts).toEqual(['head', 'fore-edge', 'tail'].slice(0, folds - 1));
      }),
      { numRuns: 40 },
    );
  });
});
