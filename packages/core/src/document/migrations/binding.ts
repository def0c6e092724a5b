import type { Migration } from './migration.ts';

const MM = 1_000_000;

export const BINDING_MIGRATIONS: readonly Migration[] = [
  {
    part: 'binding',
    from: 0,
    name: 'how-it-is-held',
    up: () => ({
      binding: {
        stitch: null,
        ownPath: null,
        tools: { thread: 0.5 * MM, tail: 90 * MM, hole: MM, leg: 10 * MM, reach: 300 * MM },
        pressed: true,
        glue: 0.02 * MM,
      },
    }),
  },
];
