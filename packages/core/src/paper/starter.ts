import { inch, mm } from '../units/nm.ts';
import { estimatedCaliper, PLAIN_PAPER, type PaperDraft, type Stuff } from './paper.ts';
import type { FibreAxis, Sheet } from './sheet-size.ts';

const sheet = (width: number, height: number, fibre: FibreAxis): Sheet => ({
  width: mm(width),
  height: mm(height),
  fibre,
});

const paper = (
  name: string,
  stuff: Stuff,
  grammage: number,
  sized: Sheet,
  more: Partial<PaperDraft> = {},
): PaperDraft => ({
  ...PLAIN_PAPER,
  name,
  stuff,
  grammage,
  caliper: estimatedCaliper(grammage, stuff),
  sheet: sized,
  foundBy: sized.fibre === 'unknown' || sized.fibre === 'any' ? null : 'label',
  ...more,
});

/** A drawer to begin with: sizes and kinds as they are commonly sold, no makes. Prices and stock are the maker's to fill in. */
export const STARTER_PAPERS: readonly PaperDraft[] = [
  paper('Office paper A4', 'office', 80, sheet(210, 297, 'along-height')),
  paper('Office paper A3', 'office', 80, sheet(297, 420, 'along-height')),
  paper('Office paper A3, short grain', 'office', 100, sheet(297, 420, 'along-width')),
  paper('Office paper letter', 'office', 75, { width: inch(8.5), height: inch(11), fibre: 'along-height' }),
  paper('Cartridge A2', 'cartridge', 130, sheet(420, 594, 'along-height'), { colour: '#f8f3e2' }),
  paper('Cartridge 500 × 700', 'cartridge', 150, sheet(500, 700, 'along-height'), { colour: '#f8f3e2' }),
  paper('Cartridge 700 × 1000', 'cartridge', 170, sheet(700, 1000, 'along-height'), { colour: '#f8f3e2' }),
  paper('Bulky book paper 640 × 900', 'bulky', 90, sheet(640, 900, 'along-height'), { colour: '#f6efdb' }),
  paper('Watercolour, handmade, deckled', 'watercolour', 300, sheet(560, 760, 'any'), {
    deckles: ['left', 'top', 'right', 'bottom'],
    faces: 'differ',
  }),
  paper('Coated A2', 'coated', 135, sheet(420, 594, 'along-width'), { colour: '#ffffff' }),
  paper('Greyboard 2 mm', 'greyboard', 1290, sheet(700, 1000, 'along-height'), { kind: 'board', colour: '#b9b2a4' }),
  paper('Greyboard 1 mm', 'greyboard', 650, sheet(700, 1000, 'along-height'), { kind: 'board', colour: '#c2bcb0' }),
  {
    // A metre off a roll 1.3 m wide: the warp runs along the roll, so along the metre.
    ...paper('Book cloth, by the metre', 'cartridge', 200, sheet(1000, 1300, 'along-width')),
    kind: 'covering',
    stuff: null,
    caliper: null,
    note: 'The warp runs along the roll, so along the metre that was cut off it: lay it along the spine.',
    colour: '#3f5f63',
  },
  paper('Cover paper, tinted', 'cartridge', 220, sheet(500, 700, 'along-height'), {
    kind: 'covering',
    colour: '#c9a77c',
  }),
];
