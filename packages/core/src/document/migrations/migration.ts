/** What is stored, of whatever version. */
export type Json = Readonly<Record<string, unknown>>;

/** The parts of a document that have versions of their own, and the keys under which they lie; the rest is the whole. */
export const PART_KEYS = {
  form: ['form'],
  pages: ['pages', 'tray', 'poster', 'lettering', 'threads'],
  printing: ['printing'],
  kit: ['kit'],
  papers: ['papers'],
  binding: ['binding'],
} as const;

export type DocumentPart = 'whole' | keyof typeof PART_KEYS;

/**
 * One step of a frozen, named sequence. Nothing of the living code is used in it, so that an old book is brought up tomorrow just as it is today. It sees documents only: what
 * undo knows of a book is brought up with the states that it leads to (see migrate-log).
 */
export interface Migration {
  readonly part: DocumentPart;
  /** the part's version before it; a part begins at 0, with what a book that never had it is given */
  readonly from: number;
  readonly name: string;
  /** the whole document, or the keys of the part */
  readonly up: (stored: Json) => Json;
  /** what a maker did, in the new words; left out: they are the same */
  readonly command?: (command: Json) => Json;
}
