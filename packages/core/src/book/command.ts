import { fail, ok, type Result } from '../result.ts';
import { planBook, type FormChoice, type PlanProblem } from '../forms/planned-book.ts';
import type { Numbering } from '../folding/reading.ts';
import type { Sheet } from '../paper/sheet-size.ts';
import type { BookDocument, Fit, PageContent, Printing } from './document.ts';

/** Everything a maker can do to a book. Pages and tray places are 0-based. */
export type Command =
  | { readonly kind: 'rename'; readonly title: string }
  | { readonly kind: 'choose-form'; readonly form: FormChoice; readonly sheet?: Sheet }
  | { readonly kind: 'choose-sheet'; readonly sheet: Sheet }
  | { readonly kind: 'number-pages'; readonly numbering: Numbering }
  | { readonly kind: 'set-printing'; readonly printing: Printing }
  /** new contents go to empty pages in order, from `from` on; the rest waits in the tray */
  | { readonly kind: 'place'; readonly contents: readonly PageContent[]; readonly from?: number }
  /** puts one content on a page; what stood there goes to the tray */
  | { readonly kind: 'replace'; readonly page: number; readonly content: PageContent }
  | { readonly kind: 'clear'; readonly page: number }
  | { readonly kind: 'swap'; readonly one: number; readonly other: number }
  /** takes a page out and puts it in elsewhere; those between move up */
  | { readonly kind: 'move'; readonly from: number; readonly to: number }
  | { readonly kind: 'set-fit'; readonly page: number; readonly fit: Fit }
  | { readonly kind: 'from-tray'; readonly tray: number; readonly page: number }
  | { readonly kind: 'fill-from-tray' }
  | { readonly kind: 'discard'; readonly tray: number }
  /** puts earlier values back: the inverse of every command */
  | { readonly kind: 'restore'; readonly values: RestorableValues };

export type RestorableValues = Partial<Omit<BookDocument, 'version'>>;

export type CommandProblem =
  | PlanProblem
  | { readonly code: 'no-such-page'; readonly page: number; readonly pages: number }
  | { readonly code: 'no-such-tray-place'; readonly tray: number; readonly waiting: number }
  | { readonly code: 'title-empty' };

export interface Applied {
  readonly book: BookDocument;
  readonly inverse: Command;
}

/** Carries out a command. The inverse holds the former values of just the fields that changed. */
export function applyCommand(book: BookDocument, command: Command): Result<Applied, CommandProblem> {
  const changed = changesOf(book, command);
  if (!changed.ok) return changed;
  const next: BookDocument = { ...book, ...changed.value };
  const former = Object.fromEntries(Object.keys(changed.value).map((key) => [key, book[key as keyof BookDocument]]));
  return ok({ book: next, inverse: { kind: 'restore', values: former as RestorableValues } });
}

function changesOf(book: BookDocument, command: Command): Result<RestorableValues, CommandProblem> {
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
    case 'place':
      return ok(place(book, command.contents, command.from ?? 0));
    case 'replace':
      return onPage(book, command.page, (old) => ({
        pages: withPage(book, command.page, command.content),
        ...(old ? { tray: [...book.tray, old] } : {}),
      }));
    case 'clear':
      return onPage(book, command.page, (old) =>
        old ? { pages: withPage(book, command.page, null), tray: [...book.tray, old] } : {},
      );
    case 'swap':
      return onPage(book, command.one, (one) =>
        onPage(book, command.other, (other) => ({
          pages: book.pages.map((page, i) => (i === command.one ? other : i === command.other ? one : page)),
        })),
      );
    case 'move':
      return onPage(book, command.from, (content) =>
        onPage(book, command.to, () => {
          const pages = book.pages.filter((_, i) => i !== command.from);
          pages.splice(command.to, 0, content);
          return { pages };
        }),
      );
    case 'set-fit':
      return onPage(book, command.page, (content) =>
        content ? { pages: withPage(book, command.page, { ...content, fit: command.fit }) } : {},
      );
    case 'from-tray': {
      const content = book.tray[command.tray];
      if (!content) return fail({ code: 'no-such-tray-place', tray: command.tray, waiting: book.tray.length });
      return onPage(book, command.page, (old) => ({
        pages: withPage(book, command.page, content),
        tray: book.tray.flatMap((waiting, i) => (i === command.tray ? (old ? [old] : []) : [waiting])),
      }));
    }
    case 'fill-from-tray':
      return ok(place({ ...book, tray: [] }, book.tray, 0));
    case 'discard':
      return command.tray < book.tray.length
        ? ok({ tray: book.tray.filter((_, i) => i !== command.tray) })
        : fail({ code: 'no-such-tray-place', tray: command.tray, waiting: book.tray.length });
    case 'restore':
      return ok(command.values);
  }
}

type Changes = Result<RestorableValues, CommandProblem>;

function onPage(
  book: BookDocument,
  page: number,
  change: (old: PageContent | null) => RestorableValues | Changes,
): Changes {
  const old = book.pages[page];
  if (old === undefined) return fail({ code: 'no-such-page', page, pages: book.pages.length });
  const changes = change(old);
  return 'ok' in changes ? changes : ok(changes);
}

const withPage = (book: BookDocument, page: number, content: PageContent | null) =>
  book.pages.map((old, i) => (i === page ? content : old));

function place(book: BookDocument, contents: readonly PageContent[], from: number): RestorableValues {
  const waiting = [...contents];
  const pages = book.pages.map((old, i) => (old === null && i >= from ? (waiting.shift() ?? null) : old));
  return { pages, tray: [...book.tray, ...waiting] };
}

/** Another form or sheet: pages keep their order; what no longer fits waits at the head of the tray. */
function reform(book: BookDocument, form: FormChoice, sheet: Sheet): Changes {
  const plan = planBook(form, sheet);
  if (!plan.ok) return plan;
  const count = plan.value.reading.pages.length;
  const pages = Array.from({ length: count }, (_, i) => book.pages[i] ?? null);
  const left = book.pages.slice(count).filter((content) => content !== null);
  return ok({
    form: { id: form.id, parameters: plan.value.parameters },
    sheet,
    pages,
    ...(left.length ? { tray: [...left, ...book.tray] } : {}),
  });
}
