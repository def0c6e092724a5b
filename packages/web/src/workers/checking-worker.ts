import { lookOver, type LookedOver } from '@eight-up/core/checks/looked-over';
import type { AssetInfo } from '@eight-up/core/document/asset';
import type { BookDocument } from '@eight-up/core/document/document';
import { planBook, type FoldedBook } from '@eight-up/core/forms/planned-book';

export type Asked = { readonly id: number; readonly book: BookDocument; readonly assets: readonly AssetInfo[] };
export type Said = { readonly id: number; readonly found: LookedOver | undefined };

/** The book that was folded last: most changes fold nothing anew. */
let folded: { readonly of: string; readonly plan: FoldedBook | undefined } | undefined;

function planOf({ form, sheet }: BookDocument): FoldedBook | undefined {
  const of = JSON.stringify([form, sheet]);
  if (folded?.of !== of) {
    const plan = planBook(form, sheet);
    folded = { of, plan: plan.ok ? plan.value : undefined };
  }
  return folded.plan;
}

let newest: Asked | undefined;

/** Of several that wait only the newest is looked over. */
self.onmessage = ({ data }: MessageEvent<Asked>) => {
  if (!newest) setTimeout(answer);
  newest = data;
};

function answer(): void {
  const { id, book, assets } = newest!;
  newest = undefined;
  const plan = planOf(book);
  self.postMessage({ id, found: plan && lookOver(plan, book, assets) } satisfies Said);
}
