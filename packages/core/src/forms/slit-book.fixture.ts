import fc from 'fast-check';
import { READING_DIRECTIONS, type FormFixture } from './fixture.ts';

export const slitBookFixture: FormFixture = {
  choices: fc.record({ cover: fc.constantFrom('outer', 'middle'), reading: READING_DIRECTIONS }, { requiredKeys: [] }),
  panels: () => 8,
  tables: [
    {
      // The panels form a ring of eight. The cover stands upright at the lower right, its spine (third crease) to its
      // left. Going round the ring from the cover away from that spine: over the closed head to the panel above it
      // (inverted: its head meets the cover's), then along the upper row to the left, round the left end's closed
      // head to the lower row, and back to the panel left of the cover, which is the back.
      parameters: {},
      evidence: 'reasoned',
      rows: ['5i 4i 3i 2i', '6u 7u 8u 1u'],
    },
    {
      // The same ring with the cover beside the slit: its spine is the first crease, to its left; its leaf is closed at
      // the fore-edge, so page 2 stands to its right, then over the right end's head to the upper row.
      parameters: { cover: 'middle' },
      evidence: 'reasoned',
      rows: ['7i 6i 5i 4i', '8u 1u 2u 3u'],
    },
    {
      // Read from right to left everything is mirrored: the cover stands at the lower left.
      parameters: { reading: 'right-to-left' },
      evidence: 'reasoned',
      rows: ['2i 3i 4i 5i', '1u 8u 7u 6u'],
    },
  ],
};
