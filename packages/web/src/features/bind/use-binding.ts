import { useMemo } from 'react';
import { blockOf, problemsOf, sewingOfBook } from '@eight-up/core/binding/sewn-book';
import type { Binding } from '@eight-up/core/document/binding';
import type { OpenBook } from '../../book/use-book.ts';

/** How the open book is held, what is wrong with that, and a way to set it. */
export function useBinding(book: OpenBook) {
  const { plan, change } = book;
  const { binding, printing } = book.book;
  const found = useMemo(() => sewingOfBook(plan, { binding, printing }), [plan, binding, printing]);
  const block = useMemo(() => blockOf(plan, { printing }), [plan, printing]);
  const set = (changed: Partial<Binding>) => change({ kind: 'set-binding', binding: { ...binding, ...changed } });
  const setParameters = (parameters: Readonly<Record<string, unknown>>) =>
    binding.stitch &&
    set({ stitch: { ...binding.stitch, parameters: { ...binding.stitch.parameters, ...parameters } } });
  return {
    binding,
    block,
    sewing: found?.ok ? found.value : undefined,
    problems: problemsOf(found),
    set,
    setParameters,
  };
}

export type OpenBinding = ReturnType<typeof useBinding>;
