import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand, type Command } from '../book/command.ts';
import { AS_IT_FITS, FITS, onPage, ROLES, type PageContent } from '../document/pages.ts';
import type { AssetPage } from '../document/asset.ts';
import type { BookDocument } from '../document/document.ts';
import { newBook } from '../book/new-book.ts';
import { planBook } from '../forms/planned-book.ts';
import { mm } from '../units/nm.ts';
import { checkKey, sortChecks, type Check } from './check.ts';
import { checkBook } from './checks.ts';
import { pageEdges } from './page-edges.ts';
import { remedyOf } from './remedy.ts';

const A4 = { width: mm(297), height: mm(210), fibre: 'any' as const };
const form = { id: 'slit-book', parameters: {} };
const [made, planned] = [newBook('t', form, A4), planBook(form, A4)];
if (!made.ok || !planned.ok) throw new Error('no book');
const [empty, plan] = [made.value, planned.value];
const picture: PageContent = { asset: 'a'.repeat(64), page: 0, name: 'river', fit: 'fill' };
const asset: AssetPage = { width: mm(74.25), height: mm(105), pixels: { width: 877, height: 1240 } };
const assets = () => ({ id: picture.asset, kind: 'jpeg' as const, bytes: 1, pages: [asset] });
const full: BookDocument = { ...empty, pages: empty.pages.map(() => onPage(picture)) };
const find = <C extends Check['code']>(book: BookDocument, code: C) =>
  checkBook(plan, book, assets).find((check): check is Extract<Check, { code: C }> => check.code === code);
const after = (book: BookDocument, ...commands: readonly Command[]): BookDocument =>
  commands.reduce((old, command) => {
    const applied = applyCommand(old, command);
    if (!applied.ok) throw new Error(applied.problem.code);
    return applied.value.book;
  }, book);

describe('checks of pages and pictures', () => {
  it('know what every page meets: the sheet’s edge outside, folds within, the slit in the middle', () => {
    const byPanel = new Map(
      plan.reading.pages.map(({ face }, i) => [plan.run.laid.panels[face.panel]!.label, pageEdges(plan)[i]]),
    );
    expect(byPanel.get('r1c1')).toEqual({ left: 'sheet', top: 'sheet', right: 'fold', bottom: 'fold' });
    expect(byPanel.get('r1c2')).toEqual({ left: 'fold', top: 'sheet', right: 'fold', bottom: 'cut' });
    expect(byPanel.get('r2c4')).toEqual({ left: 'fold', top: 'fold', right: 'sheet', bottom: 'sheet' });
  });

  it('a narrow border along a fold is told, a wide one and none are not', () => {
    const withSpace = (width: number) => {
      const margins = { head: mm(width), foreEdge: mm(width), tail: mm(width), spine: mm(width) };
      return after(full, { kind: 'adjust', page: 2, placing: { ...AS_IT_FITS, margins } });
    };
    expect(find(withSpace(1), 'border-along-fold')?.pages).toEqual([2]);
    expect(find(withSpace(0), 'border-along-fold')).toBeUndefined();
    expect(find(withSpace(6), 'border-along-fold')).toBeUndefined();
  });

  it('what is cut off at a fold is told unless it fills the page on purpose', () => {
    const big = after(
      full,
      { kind: 'set-fit', pages: [2], fit: 'actual' },
      {
        kind: 'adjust',
        page: 2,
        placing: { ...AS_IT_FITS, scale: 1.5 },
      },
    );
    expect(find(big, 'cut-off-at-fold')?.pages).toEqual([2]);
    expect(find(after(big, { kind: 'set-fit', pages: [2], fit: 'fill' }), 'cut-off-at-fold')).toBeUndefined();
  });

  it('soft pictures are told with the size at which they would be good', () => {
    const soft = after(full, { kind: 'adjust', page: 3, placing: { ...AS_IT_FITS, scale: 2 } });
    const found = find(soft, 'resolution-low')!;
    expect([found.pages, Math.round(found.least), found.weight]).toEqual([[3], 150, 'settle']);
    expect(found.good.width / mm(74.25)).toBeCloseTo(1, 2);
  });

  it('roles have their place: the title on a recto, the covers outside, blank pages empty', () => {
    const say = (page: number, role: (typeof ROLES)[number]) => after(full, { kind: 'say', page, words: { role } });
    expect(find(say(1, 'title'), 'role-misplaced')).toMatchObject({ pages: [1], to: 2 });
    expect(find(say(2, 'title'), 'role-misplaced')).toBeUndefined();
    expect(find(say(0, 'cover'), 'role-misplaced')).toBeUndefined();
    expect(find(say(4, 'back'), 'role-misplaced')).toMatchObject({ to: 7 });
    expect(find(say(4, 'blank'), 'blank-not-empty')?.pages).toEqual([4]);
    const blank = after(full, { kind: 'clear', page: 4 }, { kind: 'say', page: 4, words: { role: 'blank' } });
    expect(find(blank, 'pages-missing')).toBeUndefined();
  });

  it('letters: missing signs, captions too long, type in the way of a fold', () => {
    const caption = (text: string) => after(full, { kind: 'say', page: 5, words: { caption: text } });
    expect(find(caption('渡し船 at low water, Přívoz'), 'glyph-missing')).toMatchObject({
      pages: [5],
      signs: ['渡', 'し', '船'],
    });
    expect(find(caption('Low water'), 'caption-too-long')).toBeUndefined();
    expect(find(caption('low water '.repeat(60)), 'caption-too-long')?.pages).toEqual([5]);
    expect(find(caption('x'.repeat(80)), 'caption-too-long')?.pages).toEqual([5]);
    const tight = after(caption('Low water'), {
      kind: 'set-printing',
      printing: { ...full.printing, safe: mm(1) },
    });
    expect(find(tight, 'letters-near-fold')?.pages).toEqual([5]);
  });

  it('spreads that wandered apart are told, and files that stand nowhere', () => {
    const laid = after(full, { kind: 'spread', page: 1, over: { kind: 'opening', view: 1 }, how: 'in-the-book' });
    expect(find(laid, 'spread-apart')).toBeUndefined();
    expect(find(after(laid, { kind: 'insert', at: 1 }), 'spread-apart')?.pages).toEqual([2, 3]);
    expect(find(after(laid, { kind: 'swap', one: 2, other: 5 }), 'spread-apart')?.pages).toEqual([1, 5]);
    const other = { ...picture, name: 'spare.png', asset: 'b'.repeat(64) };
    expect(find(after(full, { kind: 'place', contents: [other, picture] }), 'files-unused')?.names).toEqual([
      'spare.png',
    ]);
  });
});

describe('edges that are cut', () => {
  const onto = { width: mm(420), height: mm(297), at: 'middle' as const };
  it('pictures that end just there are told on larger paper, until they bleed; on the sheet itself nothing is cut', () => {
    expect(find(full, 'no-bleed-at-cut')).toBeUndefined();
    const larger = after(full, { kind: 'set-printing', printing: { ...full.printing, onto } });
    // Every page of a slit book touches the edge of its sheet.
    expect(find(larger, 'no-bleed-at-cut')?.pages).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    const command = remedyOf(find(larger, 'no-bleed-at-cut')!, plan, larger, assets)!;
    expect(find(after(larger, command), 'no-bleed-at-cut')).toBeUndefined();
    // What bleeds over is cut off, so it is no matter that the printer cannot reach so far; nor does the check come back for it.
    expect(find(after(larger, command), 'in-unprintable-margin')).toBeUndefined();
    const inside = after(larger, { kind: 'adjust', page: 3, placing: { ...AS_IT_FITS, scale: 0.8 } });
    expect(find(inside, 'no-bleed-at-cut')?.pages).not.toContain(3);
  });

  it('a poster that fills reaches the white strip; one press lays it inside', () => {
    const hung = after(full, { kind: 'hang-poster', poster: { ...picture, fit: 'fill' } });
    const check = find(hung, 'poster-in-margin')!;
    expect(check.weight).toBe('settle');
    expect(find(after(hung, remedyOf(check, plan, hung, assets)!), 'poster-in-margin')).toBeUndefined();
    const larger = after(hung, { kind: 'set-printing', printing: { ...full.printing, onto } });
    expect(find(larger, 'poster-in-margin')).toBeUndefined();
    expect(
      find(after(larger, remedyOf(find(larger, 'poster-no-bleed')!, plan, larger, assets)!), 'poster-no-bleed'),
    ).toBeUndefined();
  });
});

describe('warnings accepted', () => {
  it('are silent, kept with their reason, and speak again when they mean more', () => {
    const soft = after(full, { kind: 'say', page: 1, words: { role: 'title' } });
    const check = find(soft, 'role-misplaced')!;
    const accepted = after(soft, { kind: 'accept', accepted: { key: checkKey(check), reason: 'a joke' } });
    const sorted = sortChecks(checkBook(plan, accepted, assets), accepted.accepted);
    expect(sorted.accepted).toEqual([{ check, reason: 'a joke' }]);
    expect(sorted.open).not.toContainEqual(check);
    const worse = after(accepted, { kind: 'say', page: 3, words: { role: 'title' } });
    expect(sortChecks(checkBook(plan, worse, assets), worse.accepted).open.map(({ code }) => code)).toContain(
      'role-misplaced',
    );
    const raised = after(accepted, { kind: 'raise-again', key: checkKey(check) });
    expect(sortChecks(checkBook(plan, raised, assets), raised.accepted).open).toContainEqual(check);
  });
});

describe('remedies', () => {
  /** One book for every check that has a remedy of one press. */
  const ILL: Readonly<Record<string, BookDocument>> = {
    'in-unprintable-margin': full,
    'border-along-fold': after(full, {
      kind: 'adjust',
      page: 2,
      placing: { ...AS_IT_FITS, scale: 0.96 },
    }),
    'cut-off-at-fold': after(
      full,
      { kind: 'set-fit', pages: [2], fit: 'actual' },
      {
        kind: 'adjust',
        page: 2,
        placing: { ...AS_IT_FITS, right: mm(20) },
      },
    ),
    'resolution-low': after(full, { kind: 'adjust', page: 3, placing: { ...AS_IT_FITS, scale: 2 } }),
    'glyph-missing': after(full, { kind: 'say', page: 3, words: { caption: 'low 渡 water' } }),
    'letters-near-fold': after(
      full,
      { kind: 'say', page: 3, words: { caption: 'low' } },
      {
        kind: 'set-printing',
        printing: { ...full.printing, safe: mm(1) },
      },
    ),
    'role-misplaced': after(full, { kind: 'say', page: 1, words: { role: 'title' } }),
    'blank-not-empty': after(full, { kind: 'say', page: 1, words: { role: 'blank' } }),
    'larger-than-spread': after(
      full,
      { kind: 'spread', page: 1, over: { kind: 'opening', view: 1 }, how: 'in-the-book' },
      { kind: 'set-fit', pages: [1], fit: 'actual' },
      { kind: 'adjust', page: 1, placing: { ...AS_IT_FITS, scale: 3 } },
    ),
    'spread-apart': after(
      full,
      { kind: 'spread', page: 1, over: { kind: 'opening', view: 1 }, how: 'in-the-book' },
      {
        kind: 'swap',
        one: 2,
        other: 5,
      },
    ),
  };

  it.each(Object.keys(ILL))('of %s settles it in one press', (code) => {
    const book = ILL[code]!;
    const check = find(book, code as Check['code'])!;
    const command = remedyOf(check, plan, book, assets);
    expect(command).toBeDefined();
    const keys = checkBook(plan, after(book, command!), assets).map(checkKey);
    expect(keys).not.toContain(checkKey(check));
  });

  it('leaves all empty pages blank at once, where the book has something already', () => {
    const half: BookDocument = { ...full, pages: full.pages.map((page, i) => (i > 5 ? empty.pages[i]! : page)) };
    const command = remedyOf(find(half, 'pages-missing')!, plan, half, assets);
    expect(command).toEqual({ kind: 'leave-blank', pages: [6, 7] });
    expect(
      after(half, command!)
        .pages.map(({ role }) => role)
        .slice(5),
    ).toEqual([null, 'blank', 'blank']);
    expect(remedyOf(find(empty, 'pages-missing')!, plan, empty, assets)).toBeUndefined();
  });

  it('is not offered where the one that follows leads back: pages drawn smaller, and a picture over two of them', () => {
    const over = { kind: 'opening', view: 1 } as const;
    const laid = after(full, { kind: 'spread', page: 1, over, how: 'in-the-book' });
    const shrunk = after(laid, { kind: 'set-printing', printing: { ...full.printing, margin: 'shrink' } });
    const offered = (book: BookDocument, code: Check['code']) => remedyOf(find(book, code)!, plan, book, assets);
    expect([offered(laid, 'in-unprintable-margin'), offered(shrunk, 'spread-shrunk')]).toEqual([undefined, undefined]);
    expect(offered(full, 'in-unprintable-margin')).toMatchObject({
      kind: 'set-printing',
      printing: { margin: 'shrink' },
    });
  });

  it('is never offered where it would leave the check standing', () => {
    const command = fc.oneof(
      fc.record({
        kind: fc.constant('set-fit' as const),
        pages: fc.array(fc.integer({ min: 0, max: 7 }), { minLength: 1 }),
        fit: fc.constantFrom(...FITS),
      }),
      fc.record({
        kind: fc.constant('say' as const),
        page: fc.integer({ min: 0, max: 7 }),
        words: fc.record({ role: fc.constantFrom(null, ...ROLES), caption: fc.constantFrom('', 'x', '渡') }),
      }),
      fc.record({
        kind: fc.constant('adjust' as const),
        page: fc.integer({ min: 0, max: 7 }),
        placing: fc.record({
          right: fc.integer({ min: -30, max: 30 }).map(mm),
          down: fc.constant(mm(0)),
          turn: fc.constantFrom(0, 90, 5),
          scale: fc.constantFrom(0.3, 0.97, 1, 3),
          margins: fc.constant(AS_IT_FITS.margins),
        }),
      }),
      fc.record({
        kind: fc.constant('say' as const),
        page: fc.integer({ min: 0, max: 7 }),
        words: fc.record({ locked: fc.boolean() }),
      }),
      fc.record({ kind: fc.constant('clear' as const), page: fc.integer({ min: 0, max: 7 }) }),
    );
    fc.assert(
      fc.property(fc.array(command, { maxLength: 8 }), (commands) => {
        let book = full;
        for (const one of commands) {
          const applied = applyCommand(book, one);
          if (applied.ok) book = applied.value.book;
        }
        for (const check of checkBook(plan, book, assets)) {
          const remedy = remedyOf(check, plan, book, assets);
          if (!remedy) continue;
          const keys = checkBook(plan, after(book, remedy), assets).map(checkKey);
          expect(keys).not.toContain(checkKey(check));
        }
      }),
      { numRuns: 60 },
    );
  });
});
