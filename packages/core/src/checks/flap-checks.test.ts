import { describe, expect, it } from 'vitest';
import { newBook } from '../book/new-book.ts';
import { applyCommand } from '../book/command.ts';
import { onPage } from '../document/pages.ts';
import type { BookDocument } from '../document/document.ts';
import { foliosPerSection } from '../folding/nest.ts';
import { impose } from '../pagination/imposition.ts';
import { planBook } from '../forms/planned-book.ts';
import { mm } from '../units/nm.ts';
import { checkKey } from './check.ts';
import { checkBook } from './checks.ts';
import { flapChecks } from './flap-checks.ts';
import { pageEdges } from './page-edges.ts';
import { remedyOf } from './remedy.ts';

const SHEET = { width: mm(420), height: mm(210), fibre: 'any' as const };

function made(id: string, parameters: Record<string, unknown>, printing: Partial<BookDocument['printing']>) {
  const form = { id, parameters };
  const [plan, book] = [planBook(form, SHEET), newBook('Stores', form, SHEET)];
  if (!plan.ok || !book.ok) throw new Error('does not fold');
  return { plan: plan.value, book: { ...book.value, printing: { ...book.value.printing, ...printing } } };
}

const checks = (parameters: Record<string, unknown>, printing: Partial<BookDocument['printing']>) => {
  const { plan, book } = made('fold-out-booklet', parameters, printing);
  return flapChecks(plan, book).map(({ code, weight }) => `${code} ${weight}`);
};

describe('fold-outs', () => {
  const flaps = ['none', 'right', 'both'];
  it('are no trouble where nothing is trimmed and the gutter is clear', () => {
    expect(checks({ flaps }, {})).toEqual([]);
  });
  it('are warned of where the trim comes near their fold, and more where it cuts it off', () => {
    expect(checks({ flaps }, { trim: mm(0.4) })).toEqual([]);
    expect(checks({ flaps }, { trim: mm(1) })).toEqual(['flap-near-trim note']);
    expect(checks({ flaps }, { trim: mm(3) })).toEqual(['flap-near-trim settle']);
  });
  it('come nearer to the trim the further in their folio lies', () => {
    const creep = { model: 'crisp' as const, thickness: mm(0.3), measured: mm(0), keep: 'margin' as const };
    const left = (which: readonly string[]) => {
      const { plan, book } = made('fold-out-booklet', { flaps: which }, { trim: mm(1), creep });
      const [check] = flapChecks(plan, book);
      return check && 'left' in check ? check.left : undefined;
    };
    expect(left(['right', 'none', 'none'])).toBe(mm(1.5));
    expect(left(['none', 'none', 'right'])).toBe(mm(0.9));
  });
  it('catch in the gutter where they reach too far', () => {
    expect(checks({ flaps, clearance: mm(1) }, {})).toEqual(['flap-near-gutter note']);
  });
});

describe('the edges of a narrower folio', () => {
  it('are cut, not whole paper: pictures that bleed reach past them, and its folds are its own', () => {
    const { plan, book } = made('fold-out-booklet', { flaps: ['none', 'both'] }, {});
    const edges = pageEdges(plan);
    // Page 1 stands at the right end of the plain folio: beyond it the sheet is cut off.
    expect(edges[0]).toMatchObject({ left: 'fold', right: 'cut', top: 'sheet' });
    const picture = { asset: 'a'.repeat(64), page: 0, name: 'x', fit: 'bleed' as const };
    const asset = { id: picture.asset, kind: 'jpeg' as const, bytes: 1, pages: [{ width: mm(100), height: mm(100) }] };
    const [laid] = impose(plan, { ...book, pages: book.pages.map(() => onPage({ ...picture })) }, () => asset);
    const end = laid!.rect.left + laid!.rect.width;
    expect(laid!.clip.left + laid!.clip.width).toBe(end + book.printing.bleed);
    expect(end).toBeLessThan(SHEET.width - mm(50));
    // The folio with flaps folds where the plain one is whole.
    const onFlap = plan.reading.pages.findIndex(({ letter }) => letter === 'b');
    expect(Object.values(edges[onFlap]!).filter((edge) => edge === 'fold')).toHaveLength(1);
  });
});

describe('a nest too thick', () => {
  it('becomes sections of no more than 3 mm in one press, and says why until then', () => {
    const thick = { model: 'crisp' as const, thickness: mm(0.2), measured: mm(0), keep: 'margin' as const };
    const { plan, book } = made('nested-booklet', { pages: 96 }, { creep: thick });
    const check = checkBook(plan, book, () => undefined).find(({ code }) => code === 'section-thick')!;
    expect(check).toMatchObject({ weight: 'settle', folios: 24, thickness: mm(9.6) });
    const applied = applyCommand(
      book,
      remedyOf(check, plan, book, () => undefined)!,
    );
    if (!applied.ok) throw new Error(applied.problem.code);
    const now = planBook(applied.value.book.form, SHEET);
    expect(now.ok && foliosPerSection(now.value)).toEqual([6, 6, 6, 6]);
    expect(now.ok && checkBook(now.value, applied.value.book, () => undefined).map(checkKey)).not.toContain(
      checkKey(check),
    );
  });
  it('paper too small to print on is said, with a way out', () => {
    const { plan, book } = made(
      'nested-booklet',
      { pages: 8 },
      { onto: { width: mm(210), height: mm(148), at: 'middle' } },
    );
    const check = checkBook(plan, book, () => undefined).find(({ code }) => code === 'paper-too-small')!;
    expect(remedyOf(check, plan, book, () => undefined)).toMatchObject({
      kind: 'set-printing',
      printing: { onto: null },
    });
  });
});
