import type { StoredChange } from './patch.ts';

/** A change as data to be worded: which command, and the places it speaks of. */
export interface ChangeWords {
  readonly kind: StoredChange['kind'] | 'made';
  /** pages it speaks of, 0-based */
  readonly pages: readonly number[];
  /** how many pictures came in, or rows of a plan */
  readonly count: number;
  /** a title, a reason, a file, a form */
  readonly text: string;
}

/** What a stored command did, without its bulk. */
export function changeWords(command: StoredChange): ChangeWords {
  const words = (pages: readonly number[] = [], text = '', count = 0): ChangeWords => ({
    kind: command.kind,
    pages,
    count,
    text,
  });
  switch (command.kind) {
    case 'rename':
      return words([], command.title);
    case 'choose-form':
      return words([], command.form.id);
    case 'name-thread':
      return words([], command.name);
    case 'place':
      return words([], command.contents[0]?.name ?? '', command.contents.length);
    case 'replace':
      return words([command.page], command.content.name);
    case 'swap':
      return words([command.one, command.other]);
    case 'move':
      return words([command.from, command.to]);
    case 'insert':
      return words([command.at]);
    case 'leave-blank':
      return words(command.pages);
    case 'set-fit':
      return words(command.pages, command.fit);
    case 'say':
      return words([command.page], Object.keys(command.words).join(' '));
    case 'clear':
    case 'duplicate':
    case 'take-out':
    case 'adjust':
    case 'spread':
    case 'gather':
    case 'keep-clear':
    case 'from-tray':
      return words([command.page]);
    case 'hang-poster':
      return words([], command.poster?.name ?? '');
    case 'set-binding':
      return words([], command.binding.stitch?.id ?? '');
    case 'set-kit':
      return words([], '', command.kit.copies);
    case 'choose-paper':
      return words([], command.chosen?.paper.name ?? '');
    case 'arrange':
      return words([], '', command.rows.length);
    case 'know-refolding':
      return words();
    case 'accept':
      return words([], command.accepted.reason);
    case 'patch':
      return words([], Object.keys(command.delta ?? {}).join(' '));
    case 'choose-sheet':
    case 'number-pages':
    case 'set-printing':
    case 'set-lettering':
    case 'fill-from-tray':
    case 'discard':
    case 'poster-from-tray':
    case 'raise-again':
      return words();
  }
}
