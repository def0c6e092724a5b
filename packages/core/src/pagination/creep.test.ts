import { describe, expect, it } from 'vitest';
import { checkBook } from '../checks/checks.ts';
import { newBook } from '../book/new-book.ts';
import { onPage } from '../document/pages.ts';
import type { AssetInfo } from '../document/asset.ts';
import type { BookDocument } from '../document/document.ts';
import type { Creep } from '../document/printing.ts';
import { planBook } from '../forms/planned-book.ts';
import { mm } from '../units/nm.ts';
import { creepOf, creepPerFolio } from './creep.ts';
import { impose } from './imposition.ts';
import { pagePlaces } from './page-places.ts';

const creep = (more: Partial<Creep>): Creep => ({
  model: 'crisp',
  thickness: mm(0.2),
  measured: mm(0),
  keep: 'margin',
  ...more,
});
const A4 = { width: mm(297), height: mm(210), fibre: 'along-height' as const };
const asset: AssetInfo = {
  id: 'a'.repeat(64),
  kind: 'jpeg',
  bytes: 1,
  pages: [{ width: mm(100), height: mm(140), pixels: { width: 2000, height: 2800 } }],
};

/** A booklet of 16 pages, the same picture fitted on each. */
function booklet(pages: number, how: Creep) {
  const form = { id: 'nested-booklet', parameters: { pages } };
  const [plan, made] = [planBook(form, A4), newBook('Tides', form, A4)];
  if (!plan.ok || !made.ok) throw new Error('does not fold');
  const content = { asset: asset.id, page: 0, name: 'x.jpg', fit: 'fit' as const };
  const book: BookDocument = {
    ...made.value,
    pages: made.value.pages.map(() => onPage({ ...content })),
    printing: { ...made.value.printing, creep: how },
  };
  return { plan: plan.value, book };
}

describe('creep', () => {
  it('per folio is T, π/2·T or 2T, or what was measured', () => {
    expect(creepPerFolio(creep({ model: 'none' }))).toBe(0);
    expect(creepPerFolio(creep({}))).toBe(mm(0.2));
    expect(creepPerFolio(creep({ model: 'rounded' }))).toBe(Math.round((Math.PI / 2) * 200_000));
    expect(creepPerFolio(creep({ model: 'squared' }))).toBe(mm(0.4));
    expect(creepPerFolio(creep({ model: 'measured', measured: mm(0.33) }))).toBe(mm(0.33));
    expect([creepOf(3, creep({})), creepOf(3, creep({ keep: 'centre' }))]).toEqual([mm(0.6), mm(0.3)]);
  });

  it('moves the pages of folio i by (i − 1)·c toward the spine, and nothing else', () => {
    const still = booklet(16, creep({ model: 'none' }));
    const moved = booklet(16, creep({}));
    const look = () => asset;
    const before = impose(still.plan, still.book, look);
    const after = impose(moved.plan, moved.book, look);
    after.forEach((one, i) => {
      const [dx, dy] = [one.matrix[4] - before[i]!.matrix[4], one.matrix[5] - before[i]!.matrix[5]];
      const { sheet, rect } = pagePlaces(moved.plan)[i]!;
      // The spine is in the middle of every folio, on either face.
      const towards = rect.left === 0 ? 1 : -1;
      expect([dx, dy]).toEqual([towards * sheet * mm(0.2) + 0, 0]);
      expect(one.clip).toEqual(before[i]!.clip);
    });
  });

  it('warns of a nest above 3 mm, and asks to part it above 5 mm', () => {
    const weight = (pages: number) => {
      const { plan, book } = booklet(pages, creep({ thickness: mm(0.1) }));
      return checkBook(plan, book, () => asset).find(({ code }) => code === 'section-thick')?.weight;
    };
    expect([weight(60), weight(64), weight(100), weight(104)]).toEqual([undefined, 'note', 'note', 'settle']);
  });
});
