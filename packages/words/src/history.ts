import type { ChangeWords } from '@eight-up/core/book/history';
import type { HistoryEntry } from '@eight-up/core/contract/answers';
import { counted } from './counted.ts';
import { formWords } from './forms/registry.ts';
import { stitchWords } from './stitches/registry.ts';

/** How makers say which fields of a book were put back. */
const FIELD_WORDS: Readonly<Record<string, string>> = {
  pages: 'the pages',
  tray: 'the tray',
  title: 'the title',
  form: 'the form',
  sheet: 'the sheet',
  numbering: 'the numbers',
  printing: 'the printing',
  lettering: 'the lettering',
  threads: 'the threads',
  poster: 'the poster',
  accepted: 'what was accepted',
  edition: 'the edition',
  kit: 'the parts and copies',
  papers: 'the papers',
  binding: 'the binding',
  refolded: 'what was noted',
};

const SAID: Readonly<Record<string, string>> = {
  role: 'the role',
  thread: 'the thread',
  note: 'the note',
  caption: 'the caption',
  locked: 'the lock',
};

function did({ kind, pages, count, text }: ChangeWords): string {
  const page = (i = 0) => `page ${(pages[i] ?? 0) + 1}`;
  switch (kind) {
    case 'made':
      return 'The book was made';
    case 'know-refolding':
      return 'Took note that pages moved on the sheet';
    case 'set-kit':
      return `Changed the parts (${counted(count, 'copy', 'copies')})`;
    case 'set-binding':
      return text ? `Set how it is held: ${stitchWords(text).name}` : 'Set how it is held';
    case 'choose-paper':
      return text ? `Chose “${text}” to cut from` : 'Put a paper back in the drawer';
    case 'rename':
      return `Called it “${text}”`;
    case 'choose-form':
      return `Chose the form: ${formWords(text).name}`;
    case 'choose-sheet':
      return 'Chose another sheet';
    case 'number-pages':
      return 'Numbered the pages otherwise';
    case 'set-printing':
      return 'Changed the printing';
    case 'set-lettering':
      return 'Changed the lettering';
    case 'name-thread':
      return `Named a thread “${text}”`;
    case 'place':
      return count === 1 ? `Put in ${text}` : `Put in ${counted(count, 'picture')}`;
    case 'replace':
      return `Put ${text} on ${page()}`;
    case 'clear':
      return `Cleared ${page()}`;
    case 'swap':
      return `Swapped ${page(0)} with ${page(1)}`;
    case 'move':
      return `Moved ${page(0)} to ${page(1)}`;
    case 'insert':
      return `Put an empty page in at ${page()}`;
    case 'duplicate':
      return `Doubled ${page()}`;
    case 'take-out':
      return `Took ${page()} out`;
    case 'say': {
      const fields = text.split(' ').map((field) => SAID[field] ?? field);
      return `Set ${fields.join(' and ')} of ${page()}`;
    }
    case 'leave-blank':
      return `Left ${pages.length === 1 ? page() : counted(pages.length, 'page')} blank`;
    case 'set-fit':
      return `Laid ${pages.length === 1 ? page() : counted(pages.length, 'page')} otherwise`;
    case 'adjust':
      return `Placed the picture of ${page()} by hand`;
    case 'spread':
      return `Laid the picture of ${page()} over several pages`;
    case 'gather':
      return `Took the picture of ${page()} back onto one page`;
    case 'keep-clear':
      return `Marked what to keep clear on ${page()}`;
    case 'from-tray':
      return `Put a picture from the tray on ${page()}`;
    case 'fill-from-tray':
      return 'Filled the empty pages from the tray';
    case 'discard':
      return 'Discarded a picture from the tray';
    case 'hang-poster':
      return text ? `Put ${text} on the back of the sheet` : 'Took the poster off the back of the sheet';
    case 'poster-from-tray':
      return 'Put a picture from the tray on the back of the sheet';
    case 'arrange':
      return `Arranged ${counted(count, 'page')} by a page plan`;
    case 'accept':
      return text ? `Accepted a warning: “${text}”` : 'Accepted a warning';
    case 'raise-again':
      return 'Raised a warning again';
    case 'patch':
      return text
        ? `Put back ${text
            .split(' ')
            .map((field) => FIELD_WORDS[field] ?? field)
            .join(', ')}`
        : 'Changed nothing';
  }
}

/** One line of the history. */
export function historyWords({ kind, target, change }: Pick<HistoryEntry, 'kind' | 'target' | 'change'>): string {
  switch (kind) {
    case 'change':
      return `${did(change)}.`;
    case 'undo':
      return `Took change ${target ?? ''} back.`;
    case 'redo':
      return `Made change ${target ?? ''} again.`;
    case 'go-back':
      return `Went back to change ${target ?? ''}.`;
  }
}

/** Changes of one act, newest first, in one line: so many pictures, or what was done first and how much more. */
export function actWords(entries: readonly Pick<HistoryEntry, 'kind' | 'target' | 'change'>[]): string {
  const first = entries[entries.length - 1]!;
  if (entries.length === 1) return historyWords(first);
  const pictures = entries.map(({ change: { kind, count } }) =>
    kind === 'place' ? count : kind === 'replace' || kind === 'hang-poster' ? 1 : NaN,
  );
  const all = pictures.reduce((sum, some) => sum + some, 0);
  if (Number.isFinite(all)) return `Put in ${counted(all, 'picture')}.`;
  return [...entries]
    .reverse()
    .map((entry) => historyWords(entry))
    .join(' ');
}
