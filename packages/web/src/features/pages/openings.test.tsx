// @vitest-environment jsdom
import { DndContext } from '@dnd-kit/core';
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { onPage } from '@eight-up/core/document/pages';
import { pageSetting } from '@eight-up/core/output/page-face';
import { newBook } from '@eight-up/core/book/new-book';
import { planBook } from '@eight-up/core/forms/planned-book';
import { mm } from '@eight-up/core/units/nm';
import { Derived } from '../../book/derived.ts';
import type { OpenBook } from '../../book/use-book.ts';
import { Openings } from './openings.tsx';

afterEach(cleanup);

const ASSET = 'a'.repeat(64);

function openBook(id: string, parameters: Record<string, unknown>, filled: readonly number[] = []): OpenBook {
  const sheet = { width: mm(297), height: mm(210), fibre: 'any' as const };
  const [plan, made] = [planBook({ id, parameters }, sheet), newBook('t', { id, parameters }, sheet)];
  if (!plan.ok || !made.ok) throw new Error('does not fold');
  const pages = made.value.pages.map((_, i) =>
    onPage(filled.includes(i) ? { asset: ASSET, page: 0, name: `drawing ${i + 1}.jpg`, fit: 'fit' as const } : null),
  );
  const assets = [{ id: ASSET, kind: 'jpeg' as const, bytes: 1, pages: [{ width: mm(70), height: mm(100) }] }];
  return {
    plan: plan.value,
    setting: pageSetting(plan.value, made.value, assets),
    derived: new Derived(plan.value, { ...made.value, pages }, assets),
    book: { ...made.value, pages },
    assets,
  } as unknown as OpenBook;
}

function show(book: OpenBook) {
  const onChoose = vi.fn();
  render(
    <DndContext>
      <Openings
        book={book}
        chosen={1}
        inHand={undefined}
        onChoose={onChoose}
        aimed={[]}
        onHoldFiles={() => undefined}
        onDropFiles={() => undefined}
      />
    </DndContext>,
  );
  const openings = within(screen.getByRole('list', { name: 'Openings in reading order' })).getAllByRole('listitem');
  const pagesOf = (opening: HTMLElement) =>
    within(opening)
      .queryAllByRole('button')
      .map((page) => page.getAttribute('data-testid'));
  return { onChoose, openings, pagesOf };
}

describe('openings', () => {
  it('of the slit book: cover alone, three spreads, back alone, each saying what waits behind its turn', () => {
    const { openings, pagesOf } = show(openBook('slit-book', {}));
    expect(openings.map(pagesOf)).toEqual([
      ['page-1'],
      ['page-2', 'page-3'],
      ['page-4', 'page-5'],
      ['page-6', 'page-7'],
      ['page-8'],
    ]);
    expect(openings[0]!.textContent).toContain('Front cover');
    expect(openings[0]!.textContent).toContain('turn › 2 · 3');
    expect(openings[3]!.textContent).toContain('turn › 8');
    expect(openings[4]!.textContent).not.toContain('turn');
  });

  it('of a book read from right to left run the other way: the earlier page stands on the right', () => {
    const { openings, pagesOf } = show(openBook('slit-book', { reading: 'right-to-left' }));
    expect(pagesOf(openings[1]!)).toEqual(['page-3', 'page-2']);
    expect(openings[1]!.textContent).toContain('turn ‹ 4 · 5');
  });

  it('show a fold-out as it opens: at the head the page before it lies above, on its head', () => {
    const { openings, pagesOf } = show(openBook('meander-book', { rows: 3, columns: 3, cover: 'first' }, [5, 6]));
    const foldOut = openings.find((opening) => opening.textContent?.includes('Fold-out'))!;
    expect(pagesOf(foldOut)).toEqual(['page-6', 'page-7']);
    expect(foldOut.textContent).toContain('opens at the head; page 6 lies head down');
    const [sixth, seventh] = within(foldOut).getAllByRole('button');
    expect(sixth!.querySelector('.head-down')).not.toBeNull();
    expect(seventh!.querySelector('.head-down')).toBeNull();
  });

  it('name pages by what is on them, mark the chosen one, and choose by a press', () => {
    const { onChoose } = show(openBook('slit-book', {}, [0]));
    expect(screen.getByRole('button', { name: 'Page 1: drawing 1.jpg' }).getAttribute('aria-pressed')).toBe('false');
    expect(screen.getByRole('button', { name: 'Page 2: empty' }).getAttribute('aria-pressed')).toBe('true');
    fireEvent.click(screen.getByRole('button', { name: 'Page 8: empty' }));
    expect(onChoose).toHaveBeenCalledWith(7);
  });

  it('call the bare outside of a meander by its name', () => {
    const { openings } = show(openBook('meander-book', { rows: 2, columns: 4 }));
    expect(openings[0]!.textContent).toContain('bare back');
    expect(openings[openings.length - 1]!.textContent).toContain('bare back');
  });
});
