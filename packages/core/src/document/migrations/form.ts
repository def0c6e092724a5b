import type { Json, Migration } from './migration.ts';

/** A setting that a form was given later: books made before have what they were made with. */
const given = (from: number, name: string, id: string, settings: Json): Migration => {
  const with_ = (form: unknown): unknown => {
    const { id: of, parameters, ...others } = form as Json;
    return of === id ? { ...others, id, parameters: { ...settings, ...(parameters as Json) } } : form;
  };
  return {
    part: 'form',
    from,
    name,
    up: ({ form }) => ({ form: with_(form) }),
    command: (command) => {
      if (command.kind === 'choose-form') return { ...command, form: with_(command.form) };
      const settled = command.settled as Json | undefined;
      return command.kind === 'choose-paper' && settled
        ? { ...command, settled: { ...settled, form: with_(settled.form) } }
        : command;
    },
  };
};

export const FORM_MIGRATIONS: readonly Migration[] = [
  given(0, 'a-meander-says-which-backs-are-glued', 'meander-book', { backs: 'turns' }),
  given(1, 'a-concertina-says-its-endpapers', 'concertina', { endpapers: 'none', endpaperPanels: 1 }),
];
