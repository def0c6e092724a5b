import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mm } from '../units/nm.ts';
import { applyCommand, type Command } from './command.ts';
import { contentsOf, type BookDocument } from '../document/document.ts';
import { EMPTY_PAGE, FITS, ROLES, THREADS, type PageContent } from '../document/pages.ts';
import { migrateCommand, migrateDocument, MIGRATIONS, VERSIONS, versionsOf } from '../document/migrations/sequence.ts';
import { newBook } from './new-book.ts';
import { applyStored, patchTo, type StoredChange } from './patch.ts';

const made = newBook(
  'Ferry',
  { id: 'slit-book', parameters: {} },
  { width: mm(297), height: mm(210), fibre: 'along-width' },
);
if (!made.ok) throw new Error(made.problem.code);
const start = made.value;

const content: fc.Arbitrary<PageContent> = fc.record({
  asset: fc.integer({ min: 0, max: 9 }).map((n) => String(n).repeat(64)),
  page: fc.integer({ min: 0, max: 3 }),
  name: fc.string({ minLength: 1, maxLength: 12 }),
  fit: fc.constantFrom(...FITS),
});
const small = fc.integer({ min: -9, max: 9 }).map(mm);
const placing = fc.record({
  right: small,
  down: small,
  turn: fc.constantFrom(0, 90, 17),
  scale: fc.constantFrom(1, 0.5),
  margins: fc.constant({ head: mm(1), foreEdge: mm(2), tail: mm(3), spine: mm(4) }),
});
const carried = (book: BookDocument, change: StoredChange): BookDocument => {
  const applied = applyStored(book, change);
  if (!applied.ok) throw new Error(applied.problem.code);
  return applied.value.book;
};
const page = fc.integer({ min: 0, max: 17 });
const command: fc.Arbitrary<Command> = fc.oneof(
  fc.record({ kind: fc.constant('rename' as const), title: fc.string({ maxLength: 8 }) }),
  fc.record({ kind: fc.constant('place' as const), contents: fc.array(content, { maxLength: 12 }) }),
  fc.record({ kind: fc.constant('replace' as const), page, content }),
  fc.record({ kind: fc.constant('clear' as const), page }),
  fc.record({ kind: fc.constant('swap' as const), one: page, other: page }),
  fc.record({ kind: fc.constant('move' as const), from: page, to: page }),
  fc.record({
    kind: fc.constant('set-fit' as const),
    pages: fc.array(page, { minLength: 1, maxLength: 3 }),
    fit: fc.constantFrom(...FITS),
  }),
  fc.record({ kind: fc.constant('leave-blank' as const), pages: fc.array(page, { minLength: 1, maxLength: 4 }) }),
  fc.record({ kind: fc.constant('insert' as const), at: page }),
  fc.record({ kind: fc.constant('duplicate' as const), page }),
  fc.record({ kind: fc.constant('take-out' as const), page }),
  fc.record({
    kind: fc.constant('say' as const),
    page,
    words: fc.oneof(
      fc.record({ role: fc.constantFrom(null, ...ROLES), caption: fc.string({ maxLength: 5 }) }),
      fc.record({ locked: fc.boolean(), thread: fc.constantFrom(null, ...THREADS), note: fc.string({ maxLength: 5 }) }),
    ),
  }),
  fc.record({ kind: fc.constant('adjust' as const), page, placing: fc.option(placing) }),
  fc.record({
    kind: fc.constant('spread' as const),
    page,
    over: fc.oneof(
      fc.record({ kind: fc.constant('opening' as const), view: fc.integer({ min: 0, max: 9 }) }),
      fc.record({ kind: fc.constant('row' as const), row: fc.integer({ min: 0, max: 3 }) }),
      fc.constant({ kind: 'sheet' as const }),
    ),
    how: fc.constantFrom('in-the-book' as const, 'opened-out' as const),
    others: fc.constantFrom(undefined, 'move-on' as const),
  }),
  fc.record({ kind: fc.constant('gather' as const), page }),
  fc.record({ kind: fc.constant('hang-poster' as const), poster: fc.option(content) }),
  fc.record({ kind: fc.constant('poster-from-tray' as const), tray: fc.integer({ min: 0, max: 4 }) }),
  fc.record({ kind: fc.constant('name-thread' as const), thread: fc.constantFrom(...THREADS), name: fc.string() }),
  fc.record({
    kind: fc.constant('accept' as const),
    accepted: fc.record({ key: fc.constantFrom('a', 'b'), reason: fc.string() }),
  }),
  fc.record({ kind: fc.constant('raise-again' as const), key: fc.constantFrom('a', 'b') }),
  fc.record({ kind: fc.constant('from-tray' as const), tray: fc.integer({ min: 0, max: 4 }), page }),
  fc.constant({ kind: 'fill-from-tray' as const }),
  fc.record({
    kind: fc.constant('choose-form' as const),
    form: fc.constantFrom(
      { id: 'slit-book', parameters: {} },
      { id: 'meander-book', parameters: { rows: 2, columns: 3 } },
      { id: 'meander-book', parameters: { rows: 4, columns: 4 } },
      { id: 'scroll', parameters: {} },
    ),
  }),
  fc.record({
    kind: fc.constant('choose-sheet' as const),
    sheet: fc.record({
      width: fc.constantFrom(mm(420), mm(0)),
      height: fc.constant(mm(297)),
      fibre: fc.constant('any' as const),
    }),
  }),
);

/** The pictures of a book, each once: duplicates and the parts of spreads count as one. */
const pictures = (book: BookDocument) => new Set(contentsOf(book).map(({ asset, page: n }) => `${asset}${n}`));

describe('commands', () => {
  it('undone in turn, as stored, give back the book they started from; made again they lead to the same', () => {
    fc.assert(
      fc.property(fc.array(command, { minLength: 200, maxLength: 200 }), (commands) => {
        let book = start;
        const log: { readonly after: BookDocument; readonly inverse: StoredChange }[] = [];
        for (const one of commands) {
          const applied = applyCommand(book, one);
          if (!applied.ok) continue;
          log.push({ after: applied.value.book, inverse: patchTo(applied.value.book, book) });
          book = applied.value.book;
        }
        const last = book;
        for (const { after, inverse } of log.reverse()) {
          const before = carried(book, inverse);
          expect(carried(before, patchTo(before, after))).toEqual(after);
          book = before;
        }
        expect(book).toEqual(start);
        expect(carried(start, patchTo(start, last))).toEqual(last);
      }),
      { numRuns: 40 },
    );
  });

  it('of a book of 400 pages are stored in few bytes: a note, a page moved across it, a page put in', () => {
    const long = newBook('Long', { id: 'nested-booklet', parameters: { pages: 400 } }, made.value.sheet);
    if (!long.ok) throw new Error(long.problem.code);
    const full = {
      ...long.value,
      pages: long.value.pages.map((_, i): BookDocument['pages'][number] => ({
        ...EMPTY_PAGE,
        content: { asset: String(i).padStart(64, '0'), page: 0, name: `leaf ${i}.jpg`, fit: 'fill' },
      })),
    };
    const bytes = (one: Command) => {
      const applied = applyCommand(full, one);
      if (!applied.ok) throw new Error(applied.problem.code);
      return JSON.stringify(patchTo(applied.value.book, full)).length;
    };
    expect(bytes({ kind: 'say', page: 200, words: { note: 'the tide turns' } })).toBeLessThan(1000);
    expect(bytes({ kind: 'move', from: 3, to: 390 })).toBeLessThan(1000);
    expect(bytes({ kind: 'insert', at: 7 })).toBeLessThan(2000);
  });

  it('stored for another state are told, not carried out by halves', () => {
    const delta = { pages: { _t: 'a', _9: ['', 2, 3] }, title: { no: ['such', 'thing'] } };
    expect(applyStored(start, { kind: 'patch', delta } as unknown as StoredChange)).toEqual({
      ok: false,
      problem: { code: 'patch-does-not-fit' },
    });
  });

  it('never lose a picture, keep locked pages where they are, and keep as many places as the form has pages', () => {
    fc.assert(
      fc.property(fc.array(command, { maxLength: 40 }), (commands) => {
        let book = start;
        const given = new Set<string>();
        for (const one of commands) {
          const applied = applyCommand(book, one);
          if (!applied.ok) {
            expect(applied.problem.code).toBeTypeOf('string');
            continue;
          }
          const before = book;
          book = applied.value.book;
          const arrived =
            one.kind === 'place'
              ? one.contents
              : one.kind === 'replace'
                ? [one.content]
                : one.kind === 'hang-poster' && one.poster
                  ? [one.poster]
                  : [];
          for (const { asset, page: n } of arrived) given.add(`${asset}${n}`);
          if (one.kind !== 'discard') expect(pictures(book)).toEqual(given);
          if (['swap', 'move', 'insert', 'duplicate', 'take-out', 'clear', 'place'].includes(one.kind))
            before.pages.forEach((old, i) => old.locked && expect(book.pages[i]).toBe(old));
          const fresh = newBook('x', book.form, book.sheet);
          expect(fresh.ok && fresh.value.pages.length).toBe(book.pages.length);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('let pages flow round locked ones; what falls off the end waits at the head of the tray', () => {
    const named = (name: string, locked = false) => ({ ...EMPTY_PAGE, note: name, locked });
    const book = { ...start, pages: ['a', 'B', 'c', 'd', 'E', 'f', 'g', 'h'].map((n) => named(n, n < 'a')) };
    const after = (one: Command) => {
      const applied = applyCommand(book, one);
      if (!applied.ok) throw new Error(applied.problem.code);
      const say = (pages: BookDocument['pages']) => pages.map(({ note }) => note || '-').join('');
      return `${say(applied.value.book.pages)} | ${say(applied.value.book.tray)}`;
    };
    expect(after({ kind: 'insert', at: 1 })).toBe('aB-cEdfg | h');
    expect(after({ kind: 'insert', at: 0 })).toBe('-BacEdfg | h');
    expect(after({ kind: 'duplicate', page: 2 })).toBe('aBccEdfg | h');
    expect(after({ kind: 'take-out', page: 0 })).toBe('cBdfEgh- | a');
    // A locked page once more: the copy is free to move.
    const twice = applyCommand(book, { kind: 'duplicate', page: 1 });
    if (!twice.ok) throw new Error(twice.problem.code);
    expect(twice.value.book.pages.map(({ note, locked }) => note + (locked ? '!' : '')).join(' ')).toBe(
      'a B! B c E! d f g',
    );
    expect(after({ kind: 'move', from: 0, to: 5 })).toBe('cBdfEagh | ');
    expect(applyCommand(book, { kind: 'swap', one: 0, other: 1 })).toMatchObject({
      ok: false,
      problem: { code: 'page-locked', page: 1 },
    });
  });

  it('a picture of the tray becomes the poster; its words wait on, and words alone never take a poster down', () => {
    const content: PageContent = { asset: 'a'.repeat(64), page: 0, name: 'map.png', fit: 'fill' };
    const waits = { ...EMPTY_PAGE, content, note: 'for the back', caption: 'The reach' };
    const hung = applyCommand({ ...start, tray: [waits] }, { kind: 'poster-from-tray', tray: 0 });
    if (!hung.ok) throw new Error(hung.problem.code);
    expect(hung.value.book.poster).toEqual(content);
    expect(hung.value.book.tray).toEqual([{ ...waits, content: null }]);
    const again = applyCommand(hung.value.book, { kind: 'poster-from-tray', tray: 0 });
    expect(again.ok && again.value.book.poster).toEqual(content);
  });

  it('laid across an opening, the picture that stood there goes to the tray, or moves on with the rest, its words with it', () => {
    const picture = (n: number): PageContent => ({ asset: `${n}`.repeat(64), page: 0, name: `${n}`, fit: 'fit' });
    const after = (book: BookDocument, command: Command) => carried(book, command);
    const filled = after(start, { kind: 'place', contents: [0, 1, 2, 3, 4].map(picture) });
    const said = after(filled, { kind: 'say', page: 2, words: { caption: 'low tide' } });
    const lay = { kind: 'spread', page: 1, over: { kind: 'opening', view: 1 }, how: 'in-the-book' } as const;
    const names = ({ pages }: BookDocument) => pages.slice(0, 7).map(({ content }) => content?.name);
    const away = after(said, lay);
    expect([names(away), away.tray.map(({ content }) => content?.name)]).toEqual([
      ['0', '1', '1', '3', '4', undefined, undefined],
      ['2'],
    ]);
    const on = after(said, { ...lay, others: 'move-on' });
    expect([names(on), on.tray]).toEqual([['0', '1', '1', '2', '3', '4', undefined], []]);
    expect(on.pages.map(({ caption }) => caption).slice(0, 4)).toEqual(['', '', '', 'low tide']);
    expect(on.pages.filter(({ content }) => content?.part)).toHaveLength(2);
  });

  it('a page of a spread cleared takes all of it to the tray, once; the poster that hangs there already does not wait too', () => {
    const picture: PageContent = { asset: 'c'.repeat(64), page: 0, name: 'quay.jpg', fit: 'fill' };
    const after = (book: BookDocument, one: Command) => {
      const applied = applyCommand(book, one);
      if (!applied.ok) throw new Error(applied.problem.code);
      return applied.value.book;
    };
    const placed = after(start, { kind: 'replace', page: 1, content: picture });
    const spread = after(placed, { kind: 'spread', page: 1, over: { kind: 'opening', view: 1 }, how: 'in-the-book' });
    expect(spread.pages.filter(({ content }) => content)).toHaveLength(2);
    const cleared = after(spread, { kind: 'clear', page: 2 });
    expect(cleared.pages.every(({ content }) => content === null)).toBe(true);
    expect(cleared.tray.map(({ content }) => content)).toEqual([picture]);
    const face = { what: 'face' as const, left: 0.1, top: 0.2, width: 0.3, height: 0.4 };
    const marked = after(placed, { kind: 'keep-clear', page: 1, clear: [face] });
    expect(marked.pages[1]!.content).toEqual({ ...picture, clear: [face] });
    expect(after(marked, { kind: 'keep-clear', page: 1, clear: [] }).pages[1]!.content).toStrictEqual(picture);
    const hung = after(start, { kind: 'hang-poster', poster: picture });
    expect(after(hung, { kind: 'hang-poster', poster: { ...picture, fit: 'bleed' } }).tray).toEqual([]);
    expect(after(hung, { kind: 'hang-poster', poster: null }).tray.map(({ content }) => content)).toEqual([picture]);
  });

  it('a fit puts a picture anew but keeps its turn and the space round it; another form has each picture of a spread whole, once', () => {
    const picture: PageContent = { asset: 'd'.repeat(64), page: 0, name: 'ropes.jpg', fit: 'fit' };
    const margins = { head: mm(1), foreEdge: mm(2), tail: mm(3), spine: mm(4) };
    const carriedOut = (commands: readonly Command[]) =>
      commands.reduce((book, one) => {
        const applied = applyCommand(book, one);
        if (!applied.ok) throw new Error(applied.problem.code);
        return applied.value.book;
      }, start);
    const placed: readonly Command[] = [
      { kind: 'replace', page: 1, content: picture },
      { kind: 'adjust', page: 1, placing: { right: mm(5), down: mm(6), turn: 90, scale: 2, margins } },
    ];
    expect(carriedOut([...placed, { kind: 'set-fit', pages: [1], fit: 'bleed' }]).pages[1]!.content).toEqual({
      ...picture,
      fit: 'bleed',
      placing: { right: mm(0), down: mm(0), turn: 90, scale: 1, margins },
    });
    const other = carriedOut([
      { kind: 'replace', page: 1, content: picture },
      { kind: 'spread', page: 1, over: { kind: 'opening', view: 1 }, how: 'in-the-book' },
      { kind: 'choose-form', form: { id: 'nested-booklet', parameters: { pages: 8 } } },
    ]);
    expect(other.pages.map(({ content }) => content)).toEqual([
      null,
      { ...picture, fit: 'fill' },
      ...Array.from({ length: 6 }, () => null),
    ]);
  });

  it('fill empty pages in order and let the rest wait', () => {
    const nine = Array.from({ length: 9 }, (_, i): PageContent => ({
      asset: String(i).repeat(64),
      page: 0,
      name: `${i}`,
      fit: 'fit',
    }));
    const applied = applyCommand(start, { kind: 'place', contents: nine });
    if (!applied.ok) throw new Error(applied.problem.code);
    expect(applied.value.book.pages.map((one) => one.content?.name)).toEqual(['0', '1', '2', '3', '4', '5', '6', '7']);
    expect(applied.value.book.tray.map((one) => one.content?.name)).toEqual(['8']);
  });
});

describe('migrations of documents', () => {
  const content1 = { asset: 'a'.repeat(64), page: 0, name: 'x', fit: 'fit' };
  const first = {
    version: 1,
    title: 'Old',
    form: start.form,
    sheet: start.sheet,
    numbering: 'cover-is-1',
    pages: [content1, ...Array.from({ length: 7 }, () => null)],
    tray: [content1],
    printing: { unprintable: start.printing.unprintable, margin: 'shrink' },
  };

  it('lead from every version to the newest, with everything kept', () => {
    // A part's versions follow one another: the whole from 1, its parts from 0.
    for (const [part, newest] of Object.entries(VERSIONS)) {
      const steps = MIGRATIONS.filter((one) => one.part === part).map(({ from }) => from);
      const begins = part === 'whole' ? 1 : 0;
      expect(steps).toEqual(Array.from({ length: newest - begins }, (_, i) => i + begins));
    }
    const now = migrateDocument(first) as unknown as BookDocument;
    expect(Object.keys(now).sort()).toEqual(Object.keys(start).sort());
    expect(now).toMatchObject({ versions: VERSIONS, title: 'Old', printing: { margin: 'shrink' } });
    expect(now.pages.map(({ content: c }) => c)).toEqual(first.pages);
    expect(now.tray).toEqual([{ ...EMPTY_PAGE, content: content1 }]);
    expect(migrateDocument(now as never)).toEqual(now);
  });

  it('are named, and each runs once, from the version at which a document was stored, on the keys of its part alone', () => {
    const names = MIGRATIONS.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
    const step = (old: Record<string, unknown>, { part, from, up }: (typeof MIGRATIONS)[number]) => {
      const { version: _, ...rest } = part === 'whole' ? up(old) : { ...old, ...up({ [part]: old[part] }) };
      return { ...rest, versions: { ...versionsOf(old), [part]: from + 1 } };
    };
    MIGRATIONS.reduce<Record<string, unknown>>((then, migration, i) => {
      const after = step(then, migration);
      expect(migrateDocument(then)).toEqual(MIGRATIONS.slice(i + 1).reduce(step, after));
      return after;
    }, first);
  });

  it('of the kit say from which paper a piece is cut, in the kit and in what a maker did', () => {
    const before = { ...start.kit, pieces: [{ id: 'b', name: 'Board', on: 'board' }] };
    const { versions: _, ...old } = start;
    const now = migrateDocument({ ...old, kit: before, version: 6 }) as unknown as BookDocument;
    expect(now.kit.pieces).toEqual([{ id: 'b', name: 'Board', on: 'board', from: 'board' }]);
    const six = versionsOf({ version: 6 })!;
    expect(migrateCommand({ kind: 'set-kit', kit: before }, six)).toEqual({ kind: 'set-kit', kit: now.kit });
    expect(migrateCommand({ kind: 'set-kit', kit: now.kit }, VERSIONS)).toEqual({ kind: 'set-kit', kit: now.kit });
  });

  it('of a form give it what it was made with, in the book and in what a maker did; other forms are as they were', () => {
    const { versions: _, ...old } = start;
    const of = (form: object) => (migrateDocument({ ...old, form, version: 6 }) as unknown as BookDocument).form;
    expect(of({ id: 'meander-book', parameters: { rows: 3 } }).parameters).toEqual({ backs: 'turns', rows: 3 });
    expect(of({ id: 'slit-book', parameters: {} }).parameters).toEqual({});
    const form = { id: 'concertina', parameters: { panels: 9 } };
    const now = { id: 'concertina', parameters: { endpapers: 'none', endpaperPanels: 1, panels: 9 } };
    const six = versionsOf({ version: 6 })!;
    expect(migrateCommand({ kind: 'choose-form', form }, six)).toEqual({ kind: 'choose-form', form: now });
    expect(migrateCommand({ kind: 'choose-paper', chosen: null, settled: { form, sheet: 1 } }, six)).toEqual({
      kind: 'choose-paper',
      chosen: null,
      settled: { form: now, sheet: 1 },
    });
  });

  it('reword stored commands', () => {
    expect(migrateCommand({ kind: 'set-fit', page: 3, fit: 'fill' }, versionsOf({ version: 1 })!)).toEqual({
      kind: 'set-fit',
      pages: [3],
      fit: 'fill',
    });
    expect(
      migrateCommand({ kind: 'set-printing', printing: first.printing }, versionsOf({ version: 1 })!),
    ).toMatchObject({
      printing: { margin: 'shrink', flip: 'long-edge' },
    });
    // Version 3 knew a printer without measures, and larger paper without a place on it.
    const { measured: _, ...bare } = { id: 'p', name: 'Wheelhouse', duplex: 'none', twoPass: null, measured: null };
    const before = { ...start.printing, printer: bare, onto: { width: mm(420), height: mm(297) } };
    expect(migrateCommand({ kind: 'set-printing', printing: before }, versionsOf({ version: 3 })!)).toMatchObject({
      printing: { trim: 0, gatherMarks: true, printer: { ...bare, measured: null }, onto: { at: 'middle' } },
    });
    expect(migrateCommand({ kind: 'swap', one: 1, other: 2 }, versionsOf({ version: 1 })!)).toEqual({
      kind: 'swap',
      one: 1,
      other: 2,
    });
  });
});
