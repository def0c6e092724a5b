import { mm } from '../units/nm.ts';
import type { Lettering } from './pages.ts';
import type { Printing } from './printing.ts';

/** Usual margins of a home printer (field usage: 3–5 mm), bleed 3 mm, safe zone 5 mm, until the maker says otherwise. */
export const USUAL_PRINTING: Printing = {
  unprintable: { top: mm(4), right: mm(4), bottom: mm(4), left: mm(4) },
  margin: 'warn',
  bleed: mm(3),
  safe: mm(5),
  flip: 'long-edge',
  creep: { model: 'none', thickness: mm(0.1), measured: mm(0), keep: 'margin' },
  trim: mm(0),
  trimHead: mm(0),
  trimTail: mm(0),
  gatherMarks: true,
  printer: null,
  onto: null,
};

/** No printed numbers unless asked for; captions in a size that reads in a small book. */
export const USUAL_LETTERING: Lettering = { numbers: 'none', size: mm(3) };
