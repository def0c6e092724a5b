import fc from 'fast-check';
import { mm } from '../units/nm.ts';
import { type FormFixture } from './fixture.ts';

export const plainFoldFixture: FormFixture = {
  choices: fc.record({
    fold: fc.constantFrom('half', 'roll', 'zigzag', 'gate'),
    panels: fc.integer({ min: 3, max: 8 }),
    narrower: fc.constant(mm(0.2)),
  }),
  panels: ({ fold, panels }) => (fold === 'half' ? 2 : fold === 'gate' ? 3 : Number(panels)),
  differing: true,
  tables: [
    {
      // Rolled: on the outside the flap, the back and the cover. Cover; its back beside the flap's front; the middle and the flap's back; back.
      parameters: {},
      evidence: 'reasoned',
      rows: ['3u 6u 1u', '2u 4u 5u'],
    },
    {
      // To and fro, the cover at the right end of the outside. Turning the cover like a page shows its back and the panel beside it: 2 and 3. The rest
      // pulled out to the right, this side reads on: 4. Turned over, the outside: its left end was behind the inside's right end: 5, 6, and the cover.
      parameters: { fold: 'zigzag' },
      evidence: 'reasoned',
      rows: ['5u 6u 1u', '2u 3u 4u'],
    },
    {
      parameters: { fold: 'zigzag', panels: 4 },
      evidence: 'reasoned',
      rows: ['6u 7u 8u 1u', '2u 3u 4u 5u'],
    },
    {
      // A pair of doors: closed, the left one is the right end of the outside, the right one its left end: 1 and 2. Both opened, the inside reads 3, 4, 5; the
      // back is the middle of the outside.
      parameters: { fold: 'gate' },
      evidence: 'reasoned',
      rows: ['2u 6u 1u', '3u 4u 5u'],
    },
    {
      // Rolled in four. The cover opened: its back, and beside it the outside of the third panel, 3. That opened too: the second panel's inside, 4, and the outside of
      // the fourth, 5; that opened: 6 and 7. Turned over only the second panel's outside is new.
      parameters: { fold: 'roll', panels: 4 },
      evidence: 'reasoned',
      rows: ['5u 3u 8u 1u', '2u 4u 6u 7u'],
    },
    {
      parameters: { fold: 'half' },
      evidence: 'reasoned',
      rows: ['4u 1u', '2u 3u'],
    },
  ],
};
