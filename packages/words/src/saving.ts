import { counted } from './counted.ts';

/** Why nothing is saved from a window just now, and what waits in it. */
export function haltedWords(
  why: 'refused' | 'unanswered' | 'overtaken',
  waiting: number,
  said: string | undefined,
): { readonly title: string; readonly rest: string } {
  const changes = counted(waiting, 'change');
  const are = waiting === 1 ? 'is' : 'are';
  switch (why) {
    case 'overtaken':
      return {
        title: 'Another window has changed this book.',
        rest: `Nothing of it was overwritten; what you see here is the state before.${waiting > 0 ? ` ${changes} made here ${are} not saved.` : ''}`,
      };
    case 'refused':
      return {
        title: 'A change could not be saved.',
        rest: `${said ?? ''} ${waiting > 1 ? `It and ${counted(waiting - 1, 'change')} after it wait here, not saved.` : 'It waits here, not saved.'}`.trim(),
      };
    case 'unanswered':
      return {
        title: 'The server does not answer.',
        rest: `Is it still running in its window? ${changes} ${are} not known to be saved; ${waiting === 1 ? 'it waits' : 'they wait'} here, and ${are} saved as soon as it answers.`,
      };
  }
}
