import { useState } from 'react';
import { Select } from '@headlessui/react';
import { ROLES, THREADS, type BookPage, type Role, type Thread } from '@eight-up/core/document/pages';
import { ROLE_WORDS, THREAD_WORDS } from '@eight-up/words/pages';
import type { OpenBook } from '../../book/use-book.ts';
import { ThreadLine } from './thread-line.tsx';

/** What the maker says of a page: its role, its thread, its caption and a note. */
export function PageWords({ book, page }: { readonly book: OpenBook; readonly page: number }) {
  const words = book.book.pages[page]!;
  const say = (change: Partial<Pick<BookPage, 'role' | 'thread' | 'note' | 'caption'>>) =>
    book.change({ kind: 'say', page, words: change });
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-1.5">
      <label>
        <span className="block text-sm text-quiet">Role</span>
        <Select
          className="entry w-32"
          value={words.role ?? ''}
          onChange={(event) => say({ role: (event.target.value || null) as Role | null })}
        >
          <option value="">none</option>
          {ROLES.map((role) => (
            <option key={role} value={role}>
              {ROLE_WORDS[role]}
            </option>
          ))}
        </Select>
      </label>
      <label>
        <span className="block text-sm text-quiet">Thread</span>
        <Select
          className="entry w-28"
          value={words.thread ?? ''}
          onChange={(event) => say({ thread: (event.target.value || null) as Thread | null })}
        >
          <option value="">none</option>
          {THREADS.map((thread) => (
            <option key={thread} value={thread}>
              {book.book.threads[thread] || THREAD_WORDS[thread]}
            </option>
          ))}
        </Select>
      </label>
      {words.thread && (
        <label>
          <span className="flex items-center gap-1 text-sm text-quiet">
            <ThreadLine thread={words.thread} width={26} /> stands for
          </span>
          <Line
            key={words.thread}
            value={book.book.threads[words.thread] ?? ''}
            most={60}
            className="w-28"
            onChange={(name) => book.change({ kind: 'name-thread', thread: words.thread!, name })}
          />
        </label>
      )}
      <label className="grow">
        <span className="block text-sm text-quiet">Caption, printed at its foot</span>
        <Line
          key={`caption ${page}`}
          value={words.caption}
          most={1000}
          className="w-full min-w-44"
          onChange={(caption) => say({ caption })}
        />
      </label>
      <label className="grow">
        <span className="block text-sm text-quiet">Note, for yourself</span>
        <Line
          key={`note ${page}`}
          value={words.note}
          most={4000}
          className="w-full min-w-44"
          onChange={(note) => say({ note })}
        />
      </label>
    </div>
  );
}

interface LineProps {
  readonly value: string;
  readonly most: number;
  readonly className: string;
  readonly onChange: (text: string) => void;
}

/** A line of text that settles when it is left, or with Enter; Escape puts it back. */
function Line({ value, most, className, onChange }: LineProps) {
  const [text, setText] = useState<string>();
  return (
    <input
      className={`entry ${className}`}
      value={text ?? value}
      maxLength={most}
      onChange={(event) => setText(event.target.value)}
      onBlur={() => {
        if (text !== undefined && text !== value) onChange(text);
        setText(undefined);
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') {
          setText(undefined);
          event.stopPropagation();
        }
      }}
    />
  );
}
