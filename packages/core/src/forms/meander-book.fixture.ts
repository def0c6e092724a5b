import fc from 'fast-check';
import { type FormFixture } from './fixture.ts';

export const meanderBookFixture: FormFixture = {
  choices: fc.record({
    rows: fc.integer({ min: 2, max: 8 }),
    columns: fc.integer({ min: 2, max: 8 }),
    cover: fc.constantFrom('back-of-first', 'first'),
    backsMeet: fc.constantFrom('double-leaf', 'pocket', 'none'),
    facesMeet: fc.constantFrom('fold-out', 'glued-shut'),
    backs: fc.constantFrom('turns', 'all', 'none'),
  }),
  panels: ({ rows, columns }) => Number(rows) * Number(columns),
  tables: [
    {
      // Serpentine strip: row 1 upright from the left, row 2 from the right and head down, and so on. Even columns, the
      // back as the cover: every turn has its backs inside, so all 16 are read in the order of the strip.
      parameters: { rows: 4, columns: 4 },
      evidence: 'reasoned',
      rows: ['1u 2u 3u 4u', '8i 7i 6i 5i', '9u 10u 11u 12u', '16i 15i 14i 13i'],
    },
    {
      // Printed cover, 3 columns: turn 1 (3·1 odd) has backs inside, turn 2 (3·2 even) has faces inside; glued shut it
      // hides panels 6 and 7 of the strip, so the reader's 6 is the strip's 8.
      parameters: { rows: 3, columns: 3, cover: 'first', facesMeet: 'glued-shut' },
      evidence: 'reasoned',
      rows: ['1u 2u 3u', '- 5i 4i', '- 6u 7u'],
    },
    {
      // 2 × 2 with the printed cover: one turn (2·1 even), faces inside: a fold-out, nothing hidden.
      parameters: { rows: 2, columns: 2, cover: 'first' },
      evidence: 'reasoned',
      rows: ['1u 2u', '4i 3i'],
    },
  ],
};
