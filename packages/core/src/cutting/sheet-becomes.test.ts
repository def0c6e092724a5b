import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planBook } from '../forms/planned-book.ts';
import { FORMS } from '../forms/registry.ts';
import { USUAL_TAB } from '../paper/sheet-size.ts';
import { mm, nm } from '../units/nm.ts';
import {
  becomingOfSize,
  becomings,
  bookKinds,
  bookOfCorner,
  pieceOfCorner,
  sheetOfCorner,
  USUAL_BOUNDS,
  waysOfCorner,
  type BookKind,
  type Corner,
  type FromStrips,
} from './sheet-becomes.ts';

const KINDS = bookKinds();
const kindOf = (id: string) => KINDS.find((kind) => kind.id === id)!;
const sheet = (width: number, height: number, fibre: 'along-height' | 'along-width' | 'any' = 'along-height') => ({
  width: mm(width),
  height: mm(height),
  fibre,
});
const all = (from: ReturnType<typeof sheet>, kinds: readonly BookKind[], bounds = USUAL_BOUNDS): readonly Corner[] =>
  [...becomings(from, kinds, bounds)].flat();
const isPlain = ({ special }: Corner) => special.every((one) => typeof one === 'string');

/** Pages of one size laid one way, counted by hand's arithmetic. */
function count(from: ReturnType<typeof sheet>, kind: BookKind, turned: boolean, width: number, height: number): number {
  const [along, up] = turned ? [from.height, from.width] : [from.width, from.height];
  const across = Math.floor((along - (kind.strip ?? 0)) / (kind.columns * width + kind.extra));
  return kind.pages * Math.max(0, across) * Math.floor(up / (kind.rows * height));
}

describe('what a sheet can become', () => {
  it('a concertina of 100 × 150 with tabs of 15 from 500 × 700: 16 panels one way, 18 the other', () => {
    const strip = kindOf('concertina-strip');
    expect(count(sheet(500, 700), strip, false, mm(100), mm(150))).toBe(16 + 0);
    expect(count(sheet(700, 500), strip, false, mm(100), mm(150))).toBe(18);
  });

  it('knows every registered form, as it is usually set and otherwise', () => {
    for (const { id } of FORMS)
      expect(
        KINDS.some(({ form }) => form.id === id),
        id,
      ).toBe(true);
    expect(KINDS.map(({ id, pages }) => [id, pages])).toEqual(
      expect.arrayContaining([
        ['slit-book', 8],
        ['meander-book 3 4', 12],
        ['nested-booklet', 4],
        ['right-angle-section 4', 32],
        ['plain-fold gate', 6],
        ['fold-out-booklet right', 6],
      ]),
    );
  });

  it('takes of a sheet what folding it gives back: the page of every kind and size, grain and all', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...KINDS.filter(({ strip }) => strip === undefined)),
        fc.integer({ min: 60, max: 180 }),
        fc.integer({ min: 60, max: 250 }),
        (kind, width, height) => {
          const [corner] = becomingOfSize(sheet(2000, 2000), [kind], mm(width), mm(height));
          const piece = sheetOfCorner(corner!, kind);
          const made = planBook(kind.form, piece);
          if (!made.ok) throw new Error(`${kind.id}: ${made.problem.code}`);
          const { reading } = made.value;
          expect(Math.abs(reading.width - mm(width))).toBeLessThan(1000);
          expect(Math.abs(reading.height - mm(height))).toBeLessThan(1000);
          expect(corner!.grain).toBe('right');
          expect(piece.fibre).toBe(reading.spineAxis === 'vertical' ? 'along-height' : 'along-width');
        },
      ),
      { numRuns: 60 },
    );
  });

  it('of one page size names all that fits, right grain first, and nothing that does not fit', () => {
    const from = sheet(450, 640);
    const found = becomingOfSize(from, KINDS, mm(140), mm(200));
    expect(found.length).toBeGreaterThan(5);
    const wrong = found.map(({ grain }) => grain === 'against');
    expect([...wrong].sort()).toEqual(wrong);
    for (const corner of found) {
      const kind = kindOf(corner.kind);
      expect(count(from, kind, corner.turned, mm(140), mm(200))).toBe(corner.pages);
    }
    expect(found.some(({ kind }) => kind === 'meander-book 8 8')).toBe(false);
  });

  const anySheet = fc.record({
    w: fc.integer({ min: 200, max: 1100 }),
    h: fc.integer({ min: 200, max: 1100 }),
    fibre: fc.constantFrom('along-height' as const, 'along-width' as const, 'any' as const),
    kind: fc.constantFrom(...KINDS),
  });

  it('each point yields what it says, and a nanometre more on either side yields less', () => {
    fc.assert(
      fc.property(anySheet, ({ w, h, fibre, kind }) => {
        const from = sheet(w, h, fibre);
        for (const corner of all(from, [kind])) {
          expect(count(from, kind, corner.turned, corner.width, corner.height)).toBe(corner.pages);
          if (!isPlain(corner)) continue;
          expect(count(from, kind, corner.turned, corner.width + 1, corner.height)).toBeLessThan(corner.pages);
          expect(count(from, kind, corner.turned, corner.width, corner.height + 1)).toBeLessThan(corner.pages);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('no size is better than all points: one of them is as large and gives as many pages', () => {
    fc.assert(
      fc.property(
        anySheet,
        fc.integer({ min: 30_000, max: 400_000 }),
        fc.integer({ min: 30_000, max: 400_000 }),
        fc.boolean(),
        ({ w, h, fibre, kind }, width, height, turned) => {
          const from = sheet(w, h, fibre);
          const size = { width: nm(width * 1000), height: nm(height * 1000) };
          const pages = count(from, kind, turned, size.width, size.height);
          fc.pre(pages > 0);
          // Points beyond the largest side are cut off by the bounds, not by the sheet.
          const wide = { ...USUAL_BOUNDS, width: [mm(28), mm(5000)] as const, height: [mm(28), mm(5000)] as const };
          const matched = all(from, [kind], wide).some(
            (corner) => corner.width >= size.width && corner.height >= size.height && corner.pages === pages,
          );
          expect(matched).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('grain is right where the fibres run along the page’s height', () => {
    for (const corner of all(sheet(500, 700, 'along-height'), [kindOf('nested-booklet')]))
      expect(corner.grain).toBe(corner.turned ? 'against' : 'right');
    for (const corner of all(sheet(500, 700, 'any'), [kindOf('nested-booklet')])) expect(corner.grain).toBe('any');
  });

  it('square pages are square, the largest for their count', () => {
    const squares = all(sheet(500, 700), [kindOf('slit-book')], { ...USUAL_BOUNDS, shape: 'square' }).filter(isPlain);
    expect(squares.length).toBeGreaterThan(2);
    for (const { width, height } of squares) expect(width).toBe(height);
  });

  it('a strip is as long as its panels and the tab', () => {
    const strip = kindOf('concertina-strip');
    const [corner] = all(sheet(500, 700), [strip]).filter(({ panels }) => panels === 4);
    expect(pieceOfCorner(corner!, strip).width).toBe(corner!.width * 4 + USUAL_TAB);
    // As many pages as the sheet yields, every strip with its tab: then the last one has no need of its own.
    const pagesOf = (from: FromStrips) => {
      const book = bookOfCorner(sheet(500, 700), corner!, strip, from);
      const made = planBook(book.form, book.sheet);
      return made.ok ? [made.value.reading.pages.length, made.value.run.laid.sheets.length] : made.problem;
    };
    expect(waysOfCorner(corner!, strip)).toEqual(['each-a-book', 'joined']);
    expect(pagesOf('joined')).toEqual([corner!.pages, expect.any(Number)]);
    // Nine strips of six panels are nine books, not one of fifty-four panels.
    expect(pagesOf('each-a-book')).toEqual([4, 1]);
  });
});
