import type { Role, Thread } from '@eight-up/core/document/pages';

/** What a page is for, as makers say it. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  cover: 'front cover',
  title: 'title',
  imprint: 'imprint',
  contents: 'contents',
  story: 'story',
  blank: 'left blank',
  back: 'back cover',
};

export const THREAD_WORDS: Readonly<Record<Thread, string>> = {
  rust: 'rust',
  moss: 'moss',
  slate: 'slate',
  ochre: 'ochre',
  plum: 'plum',
  ink: 'ink',
};

/** What a thread stands for: the maker's name, or its colour. */
export const threadName = (thread: Thread, names: Readonly<Partial<Record<Thread, string>>>): string =>
  names[thread] || `${THREAD_WORDS[thread]} thread`;
