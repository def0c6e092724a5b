import { create, type Delta } from 'jsondiffpatch';
import { fail, ok, type Result } from '../result.ts';
import type { BookDocument } from '../document/document.ts';
import { applyCommand, type Applied, type Command, type CommandProblem } from './command.ts';

/** What differs between two states of a book, as jsondiffpatch tells it: pages that only moved are moved, not written anew. */
export interface Patch {
  readonly kind: 'patch';
  readonly delta: Delta;
}

/** A change as it is stored: what a maker did, or the way from one state to another (which undo and going back take). */
export type StoredChange = Command | Patch;

export type StoredChangeProblem = CommandProblem | { readonly code: 'patch-does-not-fit' };

const texts = new WeakMap<object, string>();

/** Keys in one order: what came another way through a file or a migration has them in another. */
const inOrder = (_: string, value: unknown): unknown =>
  value === null || typeof value !== 'object' || Array.isArray(value)
    ? value
    : Object.fromEntries(Object.entries(value).sort(([one], [other]) => (one < other ? -1 : 1)));

/** Entries of a list are the same where they say the same. Kept by entry: most are the same objects before and after. */
const said = (entry: object): string => {
  const text = texts.get(entry) ?? JSON.stringify(entry, inOrder);
  texts.set(entry, text);
  return text;
};

const differ = create({ objectHash: said });

/** As it is stored: a key without a value is none. */
const asStored = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** Whether two states would be stored alike, whatever the order of their keys. */
export const isSame = (one: object, other: object): boolean =>
  JSON.stringify(one) === JSON.stringify(other) || differ.diff(asStored(one), asStored(other)) === undefined;

/** The way from one state of a book to another. */
export function patchTo(now: BookDocument, wanted: BookDocument): Patch {
  // Parts that were not touched are the same objects, and need no looking at.
  const touched = Object.keys({ ...now, ...wanted }) as (keyof BookDocument)[];
  const fields = touched.filter((key) => now[key] !== wanted[key]);
  const of = (book: BookDocument) => Object.fromEntries(fields.map((key) => [key, book[key]]));
  return { kind: 'patch', delta: asStored(differ.diff(of(now), of(wanted)) ?? {}) };
}

/** A state with a patch made for it carried out. A patch tells both sides: taken back it must give the state again, or it was made for another, and that throws. */
export function applyPatch<T extends object>(state: T, stored: unknown): T {
  const delta = asStored(stored) as Delta;
  const after = differ.patch(asStored(state), delta) as T;
  if (!isSame(state, differ.unpatch(asStored(after), delta) as T)) throw new Error('a patch of another state');
  return after;
}

/** A stored change carried out; a patch fits only the state it was made for. */
export function applyStored(book: BookDocument, change: StoredChange): Result<Applied, StoredChangeProblem> {
  if (change.kind !== 'patch') return applyCommand(book, change);
  try {
    return ok({ book: applyPatch(book, change.delta) });
  } catch {
    return fail({ code: 'patch-does-not-fit' });
  }
}
