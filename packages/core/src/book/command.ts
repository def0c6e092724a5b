import { fail, ok, type Result } from '../result.ts';
import { planBook, type FoldedBook, type FormChoice, type PlanProblem } from '../forms/planned-book.ts';
import { spreadPages } from '../pagination/spread.ts';
import type { Numbering } from '../folding/reading.ts';
import { isSlotOf, kitProblem, PAGES_SLOT, type Kit, type KitProblem, type PaperSlot } from '../document/kit.ts';
import { bindingProblem, type Binding, type BindingProblem } from '../document/binding.ts';
import type { Sheet } from '../paper/sheet-size.ts';
import {
  AS_IT_FITS,
  EMPTY_PAGE,
  onPage,
  type BookPage,
  type Fit,
  type KeepClear,
  type Lettering,
  type PageContent,
  type Placing,
  type Thread,
} from '../document/pages.ts';
import type { Accepted, BookDocument } from '../document/document.ts';
import type { ChosenPaper } from '../document/chosen-paper.ts';
import type { Printing } from '../document/printing.ts';
import { arrange, planRowProblem, type PlanRow, type PlanRowProblem } from './page-plan-row.ts';
import {
  contentToTray,
  fill,
  fromTray,
  insert,
  move,
  resized,
  takeOut,
  waiting,
  withPage,
  type Sequence,
} from './sequence.ts';
import { gather, spreadOver, type SpreadProblem, type SpreadSo } from './spread-pages.ts';

/** What a maker says of a page. */
export type PageWords = Partial<Pick<BookPage, 'role' | 'thread' | 'note' | 'caption' | 'locked'>>;

/** Everything a maker can do to a book. Pages and tray places are 0-based. */
export type Command =
  | { readonly kind: 'rename'; readonly title: string }
  | { readonly kind: 'choose-form'; readonly form: FormChoice; readonly sheet?: Sheet | undefined }
  | { readonly kind: 'choose-sheet'; readonly sheet: Sheet }
  | { readonly kind: 'number-pages'; readonly numbering: Numbering }
  | { readonly kind: 'set-printing'; readonly printing: Printing }
  | { readonly kind: 'set-lettering'; readonly lettering: Lettering }
  | { readonly kind: 'name-thread'; readonly thread: Thread; readonly name: string }
  /** new contents go to empty pages in order, from `from` on; the rest waits in the tray */
  | { readonly kind: 'place'; readonly contents: readonly PageContent[]; readonly from?: number | undefined }
  /** puts one content on a page; what stood there goes to the tray */
  | { readonly kind: 'replace'; readonly page: number; readonly content: PageContent }
  | { readonly kind: 'clear'; readonly page: number }
  | { readonly kind: 'swap'; readonly one: number; readonly other: number }
  /** takes a page out and puts it in elsewhere; those between move up */
  | { readonly kind: 'move'; readonly from: number; readonly to: number }
  /** an empty page before this place; everything after flows on, what falls off the end waits in the tray */
  | { readonly kind: 'insert'; readonly at: number }
  /** the same page once more, right after itself; everything after flows on */
  | { readonly kind: 'duplicate'; readonly page: number }
  /** out of the sequence, into the tray; everything after flows back */
  | { readonly kind: 'take-out'; readonly page: number }
  | { readonly kind: 'say'; readonly page: number; readonly words: PageWords }
  /** pages that are meant to stay bare, all at once; those with a picture stay as they are */
  | { readonly kind: 'leave-blank'; readonly pages: readonly number[] }
  /** how pictures lie on their pages; for a spread, on all of its pages */
  | { readonly kind: 'set-fit'; readonly pages: readonly number[]; readonly fit: Fit }
  | { readonly kind: 'adjust'; readonly page: number; readonly placing: Placing | null }
  | ({ readonly kind: 'spread'; readonly page: number } & SpreadSo)
  /** what must not be lost in the gutter, on the picture of a page */
  | { readonly kind: 'keep-clear'; readonly page: number; readonly clear: readonly KeepClear[] }
  | { readonly kind: 'gather'; readonly page: number }
  | { readonly kind: 'from-tray'; readonly tray: number; readonly page: number }
  | { readonly kind: 'fill-from-tray' }
  | { readonly kind: 'discard'; readonly tray: number }
  /** a picture for the unprinted face; another one that hung there goes to the tray */
  | { readonly kind: 'hang-poster'; readonly poster: PageContent | null }
  | { readonly kind: 'poster-from-tray'; readonly tray: number }
  /** the pages in the order and with the words of a page plan */
  | { readonly kind: 'arrange'; readonly rows: readonly PlanRow[] }
  /** copies, parts, and how they are cut */
  | { readonly kind: 'set-kit'; readonly kit: Kit }
  /** how it is held together, and with what */
  | { readonly kind: 'set-binding'; readonly binding: Binding }
  /** fixes a paper and its cutting plan in the book; the sheet takes the grain that its pieces will have */
  | {
      readonly kind: 'choose-paper';
      readonly on: PaperSlot;
      readonly chosen: ChosenPaper | null;
      readonly fibre?: Sheet['fibre'] | undefined;
      /** a book whose parts follow the paper, as this one settles it */
      readonly settled?: { readonly form: FormChoice; readonly sheet: Sheet } | undefined;
    }
  | { readonly kind: 'accept'; readonly accepted: Accepted }
  | { readonly kind: 'raise-again'; readonly key: string }
  /** the maker knows that pages have moved on the sheet since an earlier version of Eight Up */
  | { readonly kind: 'know-refolding' };

type Values = Partial<Omit<BookDocument, 'version'>>;

export type CommandProblem =
  | PlanProblem
  | SpreadProblem
  | PlanRowProblem
  | KitProblem
  | BindingProblem
  | { readonly code: 'no-such-page'; readonly page: number; readonly pages: number }
  | { readonly code: 'page-locked'; readonly page: number }
  | { readonly code: 'no-such-tray-place'; readonly tray: number; readonly waiting: number }
  | { readonly code: 'title-empty' }
  /** what is left of a damaged log may be in words that nobody knows any more */
  | { readonly code: 'change-unknown' };

export interface Applied {
  readonly book: BookDocument;
}

/** Carries out a command. What it does not touch stays the same object. */
export function applyCommand(book: BookDocument, command: Command): Result<Applied, CommandProblem> {
  const changed = changesOf(book, command) as Changes | undefined;
  if (!changed) return fail({ code: 'change-unknown' });
  return changed.ok ? ok({ book: { ...book, ...changed.value } }) : changed;
}

type Changes = Result<Values, CommandProblem>;

function changesOf(book: BookDocument, command: Command): Changes {
  switch (command.kind) {
    case 'rename':
      return command.title.trim() === '' ? fail({ code: 'title-empty' }) : ok({ title: command.title.trim() });
    case 'choose-form':
      return reform(book, command.form, command.sheet ?? book.sheet);
    case 'choose-sheet':
      return reform(book, book.form, command.sheet);
    case 'number-pages':
      return ok({ numbering: command.numbering });
    case 'set-printing':
      return ok({ printing: command.printing });
    case 'set-lettering':
      return ok({ lettering: command.lettering });
    case 'name-thread':
      return ok({ threads: { ...book.threads, [command.thread]: command.name } });
    case 'place':
      return ok(fill(book, command.contents.map(onPage), command.from ?? 0));
    case 'replace':
      return onFree(book, [command.page], (old) => ({
        pages: withPage(book.pages, command.page, { ...old!, content: command.content }),
        tray: [...book.tray, ...contentToTray(old!.content)],
      }));
    case 'clear':
      return onFree(book, [command.page], (old) => cleared(book, command.page, old!));
    case 'swap':
      return onFree(book, [command.one, command.other], (one, other) => ({
        pages: book.pages.map((page, i) => (i === command.one ? other! : i === command.other ? one! : page)),
      }));
    case 'move':
      return onFree(book, [command.from, command.to], () => move(book, command.from, command.to));
    case 'insert':
      return onPlaces(book, [command.at], () => insert(book, command.at, EMPTY_PAGE));
    case 'duplicate':
      return onPlaces(book, [command.page], (page) => insert(book, command.page + 1, { ...page!, locked: false }));
    case 'take-out':
      return onFree(book, [command.page], () => takeOut(book, command.page));
    case 'say':
      return onPlaces(book, [command.page], (page) => ({
        pages: withPage(book.pages, command.page, { ...page!, ...command.words }),
      }));
    case 'leave-blank':
      return onPlaces(book, command.pages, () => ({
        pages: book.pages.map((page, i) =>
          command.pages.includes(i) && page.content === null ? { ...page, role: 'blank' as const } : page,
        ),
      }));
    case 'set-fit':
      return onPlaces(book, command.pages, () =>
        withContents(book, command.pages, (content) => fitted(content, command.fit)),
      );
    case 'adjust':
      return onPlaces(book, [command.page], () =>
        withContents(book, [command.page], ({ placing: _, ...content }) =>
          command.placing ? { ...content, placing: command.placing } : content,
        ),
      );
    case 'spread':
      return spreadOver(book, command.page, command);
    case 'keep-clear':
      return onPlaces(book, [command.page], (page) =>
        page!.content
          ? withContents(book, [command.page], ({ clear: _, ...content }) =>
              command.clear.length ? { ...content, clear: command.clear } : content,
            )
          : fail({ code: 'page-empty', page: command.page }),
      );
    case 'gather':
      return gather(book, command.page);
    case 'from-tray':
      return inTray(book, command.tray, () =>
        onFree(book, [command.page], () => fromTray(book, command.tray, command.page)),
      );
    case 'fill-from-tray':
      return ok(fill({ pages: book.pages, tray: [] }, book.tray, 0));
    case 'discard':
      return inTray(book, command.tray, () => ok({ tray: book.tray.filter((_, i) => i !== command.tray) }));
    case 'hang-poster':
      return ok(hung(book, command.poster, book.tray));
    case 'poster-from-tray':
      return inTray(book, command.tray, (waited) => {
        if (!waited.content) return ok({});
        // A poster has no words: those wait on.
        const words = waiting([{ ...waited, content: null }]);
        const tray = book.tray.flatMap((one, i) => (i === command.tray ? words : [one]));
        return ok(hung(book, waited.content, tray));
      });
    case 'arrange': {
      const problem = planRowProblem(book, command.rows);
      return problem ? fail(problem) : ok(arrange(book, command.rows));
    }
    case 'set-kit': {
      const problem = kitProblem(command.kit);
      return problem ? fail(problem) : ok({ kit: command.kit, ...onlyFor(book, command.kit) });
    }
    case 'set-binding': {
      const problem = bindingProblem(command.binding);
      return problem ? fail(problem) : ok({ binding: command.binding });
    }
    case 'choose-paper': {
      const { [command.on]: _, ...others } = book.papers;
      const papers = command.chosen ? { ...others, [command.on]: command.chosen } : others;
      const { settled } = command;
      const made = settled ? reform(book, settled.form, settled.sheet) : ok({});
      if (!made.ok) return made;
      return ok({
        ...made.value,
        papers,
        ...(command.fibre ? { sheet: { ...book.sheet, fibre: command.fibre } } : {}),
        ...(command.on === PAGES_SLOT ? thickAs(book, command.chosen) : {}),
      });
    }
    case 'accept':
      return ok({ accepted: [...without(book.accepted, command.accepted.key), command.accepted] });
    case 'raise-again':
      return ok({ accepted: without(book.accepted, command.key) });
    case 'know-refolding':
      return ok({ refolded: false });
  }
}

/** The papers of parts that a kit no longer has are let go. */
function onlyFor({ papers }: BookDocument, kit: Kit): Values {
  const kept = Object.entries(papers).filter(([slot]) => isSlotOf(kit, slot));
  return kept.length === Object.keys(papers).length ? {} : { papers: Object.fromEntries(kept) };
}

/** Creep, nests and closed thickness are counted with the paper that is taken. */
function thickAs({ printing }: BookDocument, chosen: ChosenPaper | null): Values {
  const caliper = chosen?.paper.caliper;
  if (!caliper || caliper.thickness === printing.creep.thickness) return {};
  return { printing: { ...printing, creep: { ...printing.creep, thickness: caliper.thickness } } };
}

const without = (accepted: readonly Accepted[], key: string) => accepted.filter((one) => one.key !== key);

/** The pages asked for, if there are such. */
function onPlaces(
  book: BookDocument,
  places: readonly number[],
  change: (...pages: readonly BookPage[]) => Values | Changes,
): Changes {
  const beyond = places.find((place) => book.pages[place] === undefined);
  if (beyond !== undefined) return fail({ code: 'no-such-page', page: beyond, pages: book.pages.length });
  const changes = change(...places.map((place) => book.pages[place]!));
  return 'ok' in changes ? changes : ok(changes);
}

/** The same, but locked pages stay as they are. */
const onFree: typeof onPlaces = (book, places, change) =>
  onPlaces(book, places, (...pages) => {
    const locked = pages.findIndex((page) => page.locked);
    return locked < 0 ? change(...pages) : fail({ code: 'page-locked', page: places[locked]! });
  });

function inTray(book: BookDocument, tray: number, change: (waited: BookPage) => Changes): Changes {
  const waited = book.tray[tray];
  return waited ? change(waited) : fail({ code: 'no-such-tray-place', tray, waiting: book.tray.length });
}

/** A page of a spread cleared takes the whole spread with it: the picture goes to the tray once. */
function cleared(book: BookDocument, place: number, { content }: BookPage): Values {
  if (!content) return {};
  const spread = content.part?.spread;
  return {
    pages: book.pages.map((page, i) =>
      i === place || (spread !== undefined && page.content?.part?.spread === spread)
        ? { ...page, content: null }
        : page,
    ),
    tray: [...book.tray, ...contentToTray(content)],
  };
}

/** Changes the contents of pages, and with one page of a spread all of them. */
function withContents(
  book: BookDocument,
  places: readonly number[],
  change: (content: PageContent) => PageContent,
): Values {
  const spreads = new Set(places.flatMap((place) => book.pages[place]!.content?.part?.spread ?? []));
  return {
    pages: book.pages.map((page, i) =>
      page.content && (places.includes(i) || spreads.has(page.content.part?.spread ?? ''))
        ? { ...page, content: change(page.content) }
        : page,
    ),
  };
}

/** A fit puts the picture anew; how it is turned and what is kept free round it stay. */
const fitted = ({ placing, ...content }: PageContent, fit: Fit): PageContent => ({
  ...content,
  fit,
  ...(placing ? { placing: { ...AS_IT_FITS, turn: placing.turn, margins: placing.margins } } : {}),
});

function hung(book: BookDocument, poster: PageContent | null, tray: readonly BookPage[]): Values {
  const same = poster?.asset === book.poster?.asset && poster?.page === book.poster?.page;
  return { poster, tray: same ? tray : [...tray, ...contentToTray(book.poster)] };
}

/** Another form or sheet: pages keep their order; what no longer fits waits at the head of the tray. */
function reform(book: BookDocument, form: FormChoice, sheet: Sheet): Changes {
  const plan = planBook(form, sheet);
  if (!plan.ok) return plan;
  const sequence: Sequence = resized(unspread(book, form, plan.value), plan.value.reading.pages.length);
  return ok({ form: { id: form.id, parameters: plan.value.parameters }, sheet, ...sequence });
}

/** Whether every picture over several pages still finds the pages on which it lies. */
function sameSpreads(pages: readonly BookPage[], plan: FoldedBook): boolean {
  const bySpread = new Map<string, number[]>();
  pages.forEach(({ content }, page) => {
    const spread = content?.part?.spread;
    if (spread !== undefined) bySpread.set(spread, [...(bySpread.get(spread) ?? []), page]);
  });
  return [...bySpread.values()].every((on) => {
    const { over, how } = pages[on[0]!]!.content!.part!;
    const there = new Set(spreadPages(plan, over, how).map(({ page }) => page));
    return on.every((page) => there.has(page) && page < plan.reading.pages.length);
  });
}

/** Spreads belong to a form's panels; where they are no more the same pages, each picture is whole on the first of its pages. */
function unspread(book: BookDocument, form: FormChoice, plan: FoldedBook): Sequence {
  if (JSON.stringify(form) === JSON.stringify(book.form)) return book;
  // Only of forms that follow their paper: what is stored of the others was carried out without this, and must come out the same again.
  if (plan.form.cutFromSheet && form.id === book.form.id && sameSpreads(book.pages, plan)) return book;
  const seen = new Set<string>();
  return {
    tray: book.tray,
    pages: book.pages.map((page) => {
      const spread = page.content?.part?.spread;
      if (spread === undefined) return page;
      const { part: _, placing: __, ...whole } = page.content!;
      const first = !seen.has(spread);
      seen.add(spread);
      return { ...page, content: first ? whole : null };
    }),
  };
}
