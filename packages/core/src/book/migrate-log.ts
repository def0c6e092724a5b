import type { BookDocument } from '../document/document.ts';
import { planBook } from '../forms/planned-book.ts';
import {
  areOfToday,
  migrateCommand,
  migrateDocument,
  versionsOf,
  type Versions,
} from '../document/migrations/sequence.ts';
import { applyPatch, applyStored, isSame, patchTo, type StoredChange } from './patch.ts';
import { resized } from './sequence.ts';

type Json = Readonly<Record<string, unknown>>;

/** A change as some version stored it. */
export interface FormerChange {
  readonly command: Json;
  readonly inverse: Json;
}

/**
 * Brings the log of a book up to the newest version, from its newest change back. Each state that the log leads to is brought up as a whole, each step once, and what undo
 * knows is told anew between them: so no migration has to know what patches look like.
 */
export class LogMigration {
  private readonly from: Versions;
  private former: Json;
  private state: BookDocument;

  /** @param newest the document as it is stored, of any version so far */
  constructor(newest: Json) {
    const versions = versionsOf(newest);
    if (!versions) throw new Error('a document that no version wrote');
    this.from = versions;
    this.former = newest;
    this.state = broughtUp(newest);
  }

  /** The newest document, as it is now. */
  static document = (stored: Json): BookDocument => broughtUp(stored);

  /** The next change back, in the words of today. Throws where the log does not lead on. */
  back({ command, inverse }: FormerChange): { readonly command: StoredChange; readonly inverse: StoredChange } {
    const before = stateBefore(this.former, inverse);
    const [after, now] = [this.state, broughtUp(before)];
    this.former = before;
    this.state = now;
    return { command: this.reworded(command, now, after), inverse: patchTo(after, now) };
  }

  /** What a maker did, in the words of today, where that still leads to the same; otherwise the way that it led. */
  private reworded(command: Json, before: BookDocument, after: BookDocument): StoredChange {
    const way = patchTo(before, after);
    if (!leadsByItself(command)) return way;
    const today = migrateCommand(command, this.from) as unknown as StoredChange;
    const again = applyStored(before, today);
    return again.ok && isSame(again.value.book, after) ? today : way;
  }
}

/** Undo and going back were stored as what they led to. */
const leadsByItself = ({ kind }: Json): boolean => kind !== 'restore' && kind !== 'patch';

function stateBefore(after: Json, inverse: Json): Json {
  if (inverse.kind === 'restore') return { ...after, ...(inverse.values as Json) };
  if (inverse.kind === 'patch') return applyPatch(after, inverse.delta);
  throw new Error('an inverse that no version wrote');
}

/** A document of any version as it is read now: with as many places as its form has pages, what is too many in the tray. */
function broughtUp(stored: Json): BookDocument {
  const document = migrateDocument(stored) as unknown as BookDocument;
  if (areOfToday(versionsOf(stored))) return document;
  const count = pagesOf(document);
  return count === undefined || count === document.pages.length
    ? document
    : { ...document, ...resized(document, count) };
}

let lastAsked: { readonly of: string; readonly count: number | undefined } | undefined;

/** How many pages a form has. Kept for the last one: a log mostly speaks of one form. */
function pagesOf({ form, sheet }: BookDocument): number | undefined {
  const of = JSON.stringify([form, sheet]);
  if (lastAsked?.of === of) return lastAsked.count;
  const plan = planBook(form, sheet);
  lastAsked = { of, count: plan.ok ? plan.value.reading.pages.length : undefined };
  return lastAsked.count;
}
