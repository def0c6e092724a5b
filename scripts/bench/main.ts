import { bindingFigures } from './binding.ts';
import { bookletFigures } from './booklets.ts';
import { concertinaFigures } from './concertinas.ts';
import { cuttingFigures } from './cutting.ts';
import { editionFigures, moreEditionFigures } from './editions.ts';
import { foldingFigures } from './folding.ts';
import { keepingFigures } from './keeping.ts';
import { calibrationMs, report, type Figure } from './measuring.ts';
import { movingFigures } from './moving.ts';
import { openingFigures } from './opening.ts';
import { printingFigures } from './printing.ts';
import { rehearsingFigures } from './rehearsing.ts';
import { scrollingFigures } from './scrolling.ts';
import { slippingFigures } from './slipping.ts';
import { startingFigures } from './starting.ts';

const MEASURES: Readonly<Record<string, () => readonly Figure[] | Promise<readonly Figure[]>>> = {
  folding: foldingFigures,
  cutting: cuttingFigures,
  concertinas: concertinaFigures,
  slipping: slippingFigures,
  binding: bindingFigures,
  editions: editionFigures,
  'more-editions': moreEditionFigures,
  starting: startingFigures,
  printing: printingFigures,
  keeping: keepingFigures,
  moving: movingFigures,
  opening: openingFigures,
  booklets: bookletFigures,
  scrolling: scrollingFigures,
  rehearsing: rehearsingFigures,
};

/** Names given on the command line are measured alone. */
const asked = process.argv.slice(2).filter((word) => word in MEASURES);
const calibration = calibrationMs();
const figures: Figure[] = [];
for (const name of asked.length ? asked : Object.keys(MEASURES)) figures.push(...(await MEASURES[name]!()));
const kept = report(figures, calibration);
if (process.argv.includes('--check') && !kept) process.exit(1);
