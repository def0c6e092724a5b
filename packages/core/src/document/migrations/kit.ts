import type { Json, Migration } from './migration.ts';

/** Until then all pieces of one kind of material were cut from one paper. */
const fromItsKind = ({ kit }: Json): Json => {
  const { pieces, ...others } = kit as Json & { readonly pieces: readonly Json[] };
  return { kit: { ...others, pieces: pieces.map((piece) => ({ ...piece, from: piece.on })) } };
};

export const KIT_MIGRATIONS: readonly Migration[] = [
  {
    part: 'kit',
    from: 0,
    name: 'a-piece-says-its-paper',
    up: fromItsKind,
    command: (command) => (command.kind === 'set-kit' ? { ...command, ...fromItsKind(command) } : command),
  },
];
