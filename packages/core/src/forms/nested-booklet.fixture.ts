import fc from 'fast-check';
import { READING_DIRECTIONS, type FormFixture } from './fixture.ts';

export const nestedBookletFixture: FormFixture = {
  choices: fc.record({
    pages: fc.integer({ min: 1, max: 60 }),
    sections: fc.integer({ min: 1, max: 24 }),
    reading: READING_DIRECTIONS,
  }),
  panels: ({ pages }) => 2 * Math.ceil(Number(pages) / 4),
  tables: [
    {
      // Two folios, eight pages (a = 1, S = 2). The outer side of folio i carries a + 4S − 1 − 2(i − 1) on the left and
      // a + 2(i − 1) on the right, the inner side a + 2i − 1 and a + 4S − 2i.
      parameters: { pages: 8 },
      evidence: 'reasoned',
      rows: ['8u 1u', '2u 7u', '6u 3u', '4u 5u'],
    },
    {
      // Ten pages take three folios; read from right to left every pair is mirrored.
      parameters: { pages: 10, reading: 'right-to-left' },
      evidence: 'reasoned',
      rows: ['1u 12u', '11u 2u', '3u 10u', '9u 4u', '5u 8u', '7u 6u'],
    },
    {
      // Two sections of two folios: the first begins with page 1, the second with page 9 (a = 9, S = 2).
      parameters: { pages: 16, sections: 2 },
      evidence: 'reasoned',
      rows: ['8u 1u', '2u 7u', '6u 3u', '4u 5u', '16u 9u', '10u 15u', '14u 11u', '12u 13u'],
    },
  ],
};
