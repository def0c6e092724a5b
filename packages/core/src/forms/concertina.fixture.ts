import fc from 'fast-check';
import { mm } from '../units/nm.ts';
import type { FormFixture } from './fixture.ts';

export const concertinaFixture: FormFixture = {
  // Any sheet of the tests takes them: two panels and a tab are never longer than its shorter side.
  choices: fc.record({
    panels: fc.integer({ min: 3, max: 14 }),
    panelWidth: fc.integer({ min: 16, max: 22 }).map(mm),
    panelHeight: fc.constant(mm(30)),
    tab: fc.integer({ min: 3, max: 12 }).map(mm),
    sides: fc.constantFrom('front', 'both'),
    first: fc.constantFrom('valley', 'mountain'),
    covers: fc.constantFrom('none', 'one', 'both'),
    endpapers: fc.constantFrom('none', 'first', 'both'),
    endpaperPanels: fc.constantFrom(1, 2),
    joint: fc.constantFrom('tab', 'hinge-strip', 'tape'),
    side: fc.constantFrom('valleys', 'mountains', 'anywhere'),
    tabLies: fc.constantFrom('behind', 'in-front'),
    inset: fc.constantFrom('narrowed', 'set-past', 'left'),
    hingeOn: fc.constantFrom('back', 'front'),
    hingeWidth: fc.constant(mm(12)),
    strips: fc.constant([]),
  }),
  differing: true,
  tables: [
    {
      // Fibres along the longer side, so strips lie along the shorter, 210 mm: three panels of 65 and a tab of 15. The first joint in a valley, after an odd
      // number: 3; the next two panels on; the rest, three. The front counts through.
      parameters: {},
      evidence: 'reasoned',
      rows: ['1u 2u 3u -', '4u 5u -', '6u 7u 8u'],
    },
    {
      // Turned over, the back reads from the last panel but one, since the ends lie under the covers with their backs, to the second.
      parameters: { sides: 'both' },
      evidence: 'reasoned',
      rows: ['1u 2u 3u -', '- 13u 14u -', '4u 5u -', '- 11u 12u', '6u 7u 8u', '- 9u 10u'],
    },
    {
      // Seven panels: the last one turns its front to its cover, the first its back.
      parameters: { panels: 7 },
      evidence: 'reasoned',
      rows: ['1u 2u 3u -', '4u 5u -', '6u -'],
    },
    {
      // An endpaper of one panel at either end, which carries nothing. Its joint is the first fold, a valley; so the strips begin with a mountain, and joints in
      // valleys come after an even number: two panels and a tab four times, since the last carries one too, for the endpaper that follows.
      parameters: { endpapers: 'both', sides: 'both' },
      evidence: 'reasoned',
      rows: ['1u 2u -', '- 15u 16u', '3u 4u -', '- 13u 14u', '5u 6u -', '- 11u 12u', '7u 8u -', '- 9u 10u'],
    },
    {
      // Hinge strips, which carry nothing. Joints in valleys come after an odd number, and three panels fit the 210 mm: one and three.
      parameters: { joint: 'hinge-strip', covers: 'none', sides: 'both', panels: 4 },
      evidence: 'reasoned',
      rows: ['1u - -', '- - 8u', '2u 3u 4u', '5u 6u 7u'],
    },
  ],
};
