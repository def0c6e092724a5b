import { AS_IT_FITS, type Fit } from '@eight-up/core/document/pages';
import type { Command } from '@eight-up/core/book/command';
import type { Action } from '../../actions/action.ts';
import { useActions } from '../../actions/actions.tsx';
import type { OpenBook } from '../../book/use-book.ts';
import { quarterOn } from './page-slip.tsx';

interface PageActions {
  readonly book: OpenBook;
  readonly chosen: number | undefined;
  readonly choose: (page: number | undefined) => void;
  readonly inHand: number | undefined;
  readonly setInHand: (page: number | undefined) => void;
  readonly pick: () => void;
}

/** Everything that keys and the action finder can do with the pages. */
export function usePageActions({ book, chosen, choose, inHand, setInHand, pick }: PageActions): void {
  const count = book.book.pages.length;
  const page = chosen === undefined ? undefined : book.book.pages[chosen];
  const go = (by: number) => choose(chosen === undefined ? 0 : Math.min(Math.max(chosen + by, 0), count - 1));
  /** Exchanges with the neighbour, or moves past it with everything between. */
  const shift = (by: number) => {
    if (chosen === undefined || chosen + by < 0 || chosen + by >= count) return;
    book.change({ kind: 'swap', one: chosen, other: chosen + by });
    choose(chosen + by);
  };
  const putDown = (kind: 'swap' | 'move') => {
    if (inHand === undefined || chosen === undefined) return;
    if (inHand !== chosen)
      book.change(
        kind === 'swap' ? { kind: 'swap', one: inHand, other: chosen } : { kind: 'move', from: inHand, to: chosen },
      );
    setInHand(undefined);
  };
  const onChosen = (
    id: string,
    title: string,
    keys: string,
    command: (at: number) => Command,
    needs: 'page' | 'picture' = 'page',
  ): Action => ({
    id,
    title,
    keys,
    run: () => chosen !== undefined && book.change(command(chosen)),
    enabled: page !== undefined && (needs === 'page' || page.content !== null),
  });
  const laid = (fit: Fit, title: string, keys: string) =>
    onChosen(fit, title, keys, (at) => ({ kind: 'set-fit', pages: [at], fit }), 'picture');
  const turned =
    (by: 1 | -1) =>
    (at: number): Command => {
      const placing = page!.content!.placing ?? AS_IT_FITS;
      return { kind: 'adjust', page: at, placing: { ...placing, turn: quarterOn(placing.turn, by) } };
    };
  useActions([
    { id: 'page-next', title: 'Next page', keys: '→', run: () => go(1) },
    { id: 'page-before', title: 'Page before', keys: '←', run: () => go(-1) },
    { id: 'swap-next', title: 'Swap with the next page', keys: 'Alt →', run: () => shift(1), enabled: !!page },
    { id: 'swap-before', title: 'Swap with the page before', keys: 'Alt ←', run: () => shift(-1), enabled: !!page },
    {
      id: 'take',
      title: 'Take the page in hand',
      keys: 'M',
      run: () => setInHand(chosen),
      enabled: page !== undefined && !page.locked && inHand === undefined,
    },
    {
      id: 'put-swap',
      title: 'Swap the page in hand with this one',
      keys: 'X',
      run: () => putDown('swap'),
      enabled: inHand !== undefined,
    },
    {
      id: 'put-move',
      title: 'Put the page in hand here, others move up',
      keys: 'I',
      run: () => putDown('move'),
      enabled: inHand !== undefined,
    },
    {
      id: 'put-back',
      title: 'Put it back',
      keys: 'Esc',
      run: () => (inHand === undefined ? choose(undefined) : setInHand(undefined)),
    },
    onChosen('insert', 'Empty page before this one', 'E', (at) => ({ kind: 'insert', at })),
    onChosen('double', 'Double the page', 'W', (at) => ({ kind: 'duplicate', page: at })),
    onChosen('take-out', 'Take the page out (it goes to the tray)', 'O', (at) => ({ kind: 'take-out', page: at })),
    onChosen('lock', page?.locked ? 'Unlock the page' : 'Lock the page where it is', 'K', (at) => ({
      kind: 'say',
      page: at,
      words: { locked: !page!.locked },
    })),
    onChosen('clear', 'Clear the page (it goes to the tray)', 'Del', (at) => ({ kind: 'clear', page: at }), 'picture'),
    laid('fit', 'All of the picture inside', 'F'),
    laid('fill', 'Fill the page', 'G'),
    laid('bleed', 'Fill the page and run over the edge', 'B'),
    laid('actual', 'Actual size', 'A'),
    onChosen('turn-left', 'Turn the picture a quarter to the left', ',', turned(-1), 'picture'),
    onChosen('turn-right', 'Turn the picture a quarter to the right', '.', turned(1), 'picture'),
    { id: 'add', title: 'Add pictures', keys: '+ or =', run: pick },
  ]);
}
