import fc from 'fast-check';
import { READING_DIRECTIONS, type FormFixture } from './fixture.ts';

export const rightAngleSectionFixture: FormFixture = {
  choices: fc.record({
    folds: fc.integer({ min: 2, max: 4 }),
    first: fc.constantFrom('across', 'along'),
    ways: fc.constantFrom('over', 'under', 'by-turns'),
    reading: READING_DIRECTIONS,
  }),
  panels: ({ folds }) => 2 ** Number(folds),
  tables: [
    {
      // Near half over the far one, then the right over the left: from the top r1c2 (B up), r2c2 (A up), r2c1 (B up), r1c1 (A up).
      // The spine is at the right and the bolt near; turned half round the spine is at the left and the bolt at the head, so the
      // far row, which has not been turned over lengthwise, stands head down.
      parameters: { folds: 2, first: 'along' },
      evidence: 'reasoned',
      rows: ['7i 2i', '6u 3u', '1i 8i', '4u 5u'],
    },
    {
      // Right half over left, near over far, right over left. From the top: r1c2 (B up), r1c3 (A), r2c3 (B), r2c2 (A), r2c1 (B),
      // r2c4 (A), r1c4 (B), r1c1 (A). The spine is at the right, the second fold near, the first at the left: turned half round
      // the bolts are head and fore-edge.
      parameters: { folds: 3, first: 'across' },
      evidence: 'reasoned',
      rows: ['15i 2i 3i 14i', '10u 7u 6u 11u', '13i 4i 1i 16i', '12u 5u 8u 9u'],
    },
  ],
};
