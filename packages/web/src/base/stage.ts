import type { ComponentType } from 'react';

/** What a panel may look at to say whether it is for a book: told by the book, so that nothing that folds is loaded before one is opened. */
export interface StageBook {
  readonly derived: { readonly printsBacks: boolean; readonly mostFolios: number };
}

/** One of several things that a stage shows; which one stands in the address. */
export interface StagePanel {
  readonly id: string;
  readonly name: string;
  /** what it is also called, when it is looked for */
  readonly also?: string;
  /** while its stage is open */
  readonly keys?: string;
  readonly query: Readonly<Record<string, string>>;
  /** left out: for every book */
  readonly isFor?: (book: StageBook) => boolean;
}

/** Something on a stage that makers look for by name: found from everywhere, and gone to. */
export interface StageThing {
  readonly title: string;
  /** what it is also called */
  readonly also?: string;
  /** where on its stage it stands */
  readonly query?: Readonly<Record<string, string>>;
  /** its name there: of a field, a button, a link, a part of the page, or a heading */
  readonly name: string;
}

/** A stage of a book. The router, the strip, the keys, the finder and the pictures of the documentation read it. */
export interface StageDeclared {
  readonly path: string;
  readonly name: string;
  /** panels of the strip are in the order of work; others are reached from where they are needed */
  readonly onStrip: boolean;
  /** left out: its place on the strip */
  readonly keys?: string;
  readonly panels: readonly StagePanel[];
  /** left out: nothing besides its panels */
  readonly things?: readonly StageThing[];
  readonly load: () => Promise<ComponentType>;
}

export const panelsFor = (panels: readonly StagePanel[], book: StageBook): readonly StagePanel[] =>
  panels.filter(({ isFor }) => isFor === undefined || isFor(book));
