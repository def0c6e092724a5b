import type { BookDocument } from '../document/document.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { creepPerFolio } from '../pagination/creep.ts';
import { folioOfPage } from '../folding/nest.ts';
import { pagePlaces } from '../pagination/page-places.ts';
import { mm } from '../units/nm.ts';
import type { Check } from './check.ts';

/** Usual: a flap's fold stands 2–3 mm inside the trimmed fore-edge, its free edge 3–5 mm from the gutter. */
const [FROM_TRIM, FROM_GUTTER] = [mm(2), mm(3)];

/**
 * What may happen to flaps. Folio i stands (i − 1)·c further out than the first, and trimmed flush the fore-edge is cut at w − t: so the fold of a
 * carrier of width w' keeps (w − t) − (w' + (i − 1)·c) to it.
 */
export function flapChecks(plan: FoldedBook, { printing }: BookDocument): readonly Check[] {
  const places = pagePlaces(plan);
  const { pages, width } = plan.reading;
  const flaps = pages.flatMap(({ letter, number }, page) => {
    const carrier = pages.findIndex((other) => other.number === number && !other.letter);
    return letter === 'b' ? [{ page, carrier: places[carrier]!, flap: places[page]! }] : [];
  });
  const near = flaps.map(({ page, carrier, flap }) => ({
    page,
    trim:
      width -
      printing.trim -
      carrier.rect.width -
      folioOfPage(plan, carrier.page).folio * creepPerFolio(printing.creep),
    gutter: carrier.rect.width - flap.rect.width,
  }));
  const [trimmed, caught] = [
    printing.trim > 0 ? near.filter(({ trim }) => trim < FROM_TRIM) : [],
    near.filter(({ gutter }) => gutter < FROM_GUTTER),
  ];
  const least = Math.min(...trimmed.map(({ trim }) => trim));
  return [
    ...(trimmed.length
      ? [
          {
            code: 'flap-near-trim',
            weight: least <= 0 ? 'settle' : 'note',
            pages: trimmed.map(({ page }) => page),
            left: least,
          } as const,
        ]
      : []),
    ...(caught.length
      ? [
          {
            code: 'flap-near-gutter',
            weight: 'note',
            pages: caught.map(({ page }) => page),
            left: Math.min(...caught.map(({ gutter }) => gutter)),
          } as const,
        ]
      : []),
  ];
}
