import { answeringFigures } from './answering.ts';
import { bindingFigures } from './binding.ts';
import { bookletFigures } from './booklets.ts';
import { concertinaFigures } from './concertinas.ts';
import { cuttingFigures } from './cutting.ts';
import { editionFigures, farEditionFigures, moreEditionFigures } from './editions.ts';
import { foldingFigures } from './folding.ts';
import { keepingFigures } from './keeping.ts';
import { calibrationMs, QUICK, type Figures } from './measuring.ts';
import { movingFigures } from './moving.ts';
import { openingFigures } from './opening.ts';
import { printingFigures } from './printing.ts';
import { rehearsingFigures } from './rehearsing.ts';
import { scrollingFigures } from './scrolling.ts';
import { slippingFigures } from './slipping.ts';
import { startingFigures } from './starting.ts';
import { Telling } from './telling.ts';

const MEASURES: Readonly<Record<string, () => Figures | Promise<Figures>>> = {
  folding: foldingFigures,
  cutting: cuttingFigures,
  concertinas: concertinaFigures,
  slipping: slippingFigures,
  binding: bindingFigures,
  editions: editionFigures,
  'more-editions': moreEditionFigures,
  starting: startingFigures,
  printing: printingFigures,
  answering: answeringFigures,
  keeping: keepingFigures,
  moving: movingFigures,
  opening: openingFigures,
  booklets: bookletFigures,
  scrolling: scrollingFigures,
  rehearsing: rehearsingFigures,
};
/** Measured only when they are asked for: the whole is to end within 25 minutes. */
const APART: typeof MEASURES = { 'far-editions': farEditionFigures };
const ALL = { ...MEASURES, ...APART };

const words = process.argv.slice(2).filter((word) => !word.startsWith('--'));
const unknown = words.filter((word) => !(word in ALL));
if (unknown.length > 0) {
  console.error(`There is no ${unknown.join(', ')}. What can be measured alone: ${Object.keys(ALL).join(', ')}.`);
  process.exit(2);
}
const began = performance.now();
const telling = new Telling(calibrationMs());
for (const name of words.length ? words : Object.keys(MEASURES)) await telling.all(name, ALL[name]!);
const { within, over, threw } = telling;
console.log(
  `\n${within} within their limits, ${over.length} over${QUICK ? ' (of small sizes, once: no matter)' : ''}, ${threw.length} broke; ${Math.round((performance.now() - began) / 1000)} s`,
);
for (const name of QUICK ? threw : [...over, ...threw]) console.log(`  missed: ${name}`);
if (threw.length > 0 || (over.length > 0 && process.argv.includes('--check'))) process.exit(1);
