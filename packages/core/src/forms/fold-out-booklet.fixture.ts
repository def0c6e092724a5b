import fc from 'fast-check';
import { READING_DIRECTIONS, type FormFixture } from './fixture.ts';

export const foldOutBookletFixture: FormFixture = {
  choices: fc.record({
    flaps: fc.array(fc.constantFrom('none', 'left', 'right', 'both'), { minLength: 1, maxLength: 6 }),
    reading: READING_DIRECTIONS,
  }),
  panels: ({ flaps }) =>
    (flaps as readonly ('none' | 'left' | 'right' | 'both')[]).reduce(
      (sum, one) => sum + { none: 2, left: 3, right: 3, both: 4 }[one],
      0,
    ),
  differing: true,
  tables: [
    {
      // The inner folio has a flap that opens to the reader's right, beside page 5 of eight: on its outside it lies left of pages 6 and 3, on
      // its inside right of 4 and 5. In the order in which they are met: 1, 2 and 3, then 4 beside the folded flap's front (5a, the fifth), then
      // opened out 5 and 5b (sixth and seventh), then 6 and 7, and 8: the eighth, ninth and tenth.
      parameters: { flaps: ['none', 'right'] },
      evidence: 'reasoned',
      rows: ['10u 1u', '2u 9u', '5u 8u 3u', '4u 6u 7u'],
    },
    {
      // One folio, flaps on both sides: cover; both fronts side by side like a gate; opened to the left, opened to the right; back.
      parameters: { flaps: ['both'] },
      evidence: 'reasoned',
      rows: ['3u 8u 1u 2u', '4u 5u 6u 7u'],
    },
  ],
};
