import type { AssetLookup } from '@eight-up/core/document/asset';
import type { BookDocument } from '@eight-up/core/document/document';
import type { BookAnswer } from '@eight-up/core/contract/answers';
import { sidesOf } from '@eight-up/core/folding/laid-paper';
import { mostFolios } from '@eight-up/core/folding/nest';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { letterBook, type PageLetters } from '@eight-up/core/output/lettering';
import { printLayout, type PrintLayout } from '@eight-up/core/printing/print-layout';
import { impose, layPoster, overhang, type Laid, type PlacedContent } from '@eight-up/core/pagination/imposition';
import { pagePlaces, type PagePlace } from '@eight-up/core/pagination/page-places';
import { pageNames } from '@eight-up/words/forms';

/** What follows from a document once it is folded, each worked out when a screen first asks for it, and then kept. */
export class Derived {
  readonly plan: FoldedBook;
  readonly look: AssetLookup;
  readonly #book: BookDocument;
  readonly #kept = new Map<string, unknown>();

  constructor(plan: FoldedBook, book: BookDocument, assets: BookAnswer['assets']) {
    this.plan = plan;
    this.#book = book;
    const byId = new Map(assets.map((asset) => [asset.id, asset]));
    this.look = (asset) => byId.get(asset);
  }

  /** its first sheet carries pages on its back too */
  get printsBacks(): boolean {
    return sidesOf(this.plan.run.laid, 0).includes('B');
  }
  get mostFolios(): number {
    return mostFolios(this.plan);
  }
  get names(): readonly string[] {
    return this.#once('names', () => pageNames(this.plan.reading, this.#book.numbering));
  }
  get places(): readonly PagePlace[] {
    return pagePlaces(this.plan);
  }
  get placed(): readonly PlacedContent[] {
    return this.#once('placed', () => impose(this.plan, this.#book, this.look));
  }
  get letters(): readonly PageLetters[] {
    return this.#once('letters', () => letterBook(this.plan, this.#book));
  }
  get poster(): Laid | undefined {
    return this.#once('poster', () => layPoster(this.plan, this.#book, this.look));
  }
  /** how the sheets lie on the papers that go through the printer; undefined: the paper is too small */
  get layout(): PrintLayout | undefined {
    return this.#once('layout', () => {
      const over = overhang(this.plan, [...this.placed, ...(this.poster ? [this.poster] : [])]);
      return printLayout(this.plan, this.#book, over);
    });
  }

  #once<T>(name: string, compute: () => T): T {
    if (!this.#kept.has(name)) this.#kept.set(name, compute());
    return this.#kept.get(name) as T;
  }
}
