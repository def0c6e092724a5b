import { z } from 'zod';
import type { FoldStep, Step } from '../folding/step.ts';
import { fail, ok } from '../result.ts';
import { mm, nm, type Nm } from '../units/nm.ts';
import type { Form } from './form.ts';

export const plainFoldParameters = z.strictObject({
  fold: z.enum(['half', 'roll', 'zigzag', 'gate']).default('roll'),
  /** of a roll or a zigzag */
  panels: z.number().int().min(3).max(8).default(3),
  /** each panel further in is narrower by this (of a gate: each flap is short of the middle) */
  narrower: z.number().int().min(mm(0)).max(mm(5)).default(mm(1.5)).meta({ length: true }),
});
type Parameters = z.output<typeof plainFoldParameters>;

/** No hand folds a panel narrower than this. */
const LEAST_PANEL = mm(10);

/**
 * Panel widths of the inside from left to right, the cover's back first. Roll: the outer two are alike, and each of the n − 2 further in is narrower than the one that it is rolled
 * into, so that with narrowing d the outer ones take (W + d·(1 + … + (n − 2))) ÷ n. Gate: flaps of a quarter less d each, the middle takes the rest.
 */
export function panelWidths({ fold, panels, narrower }: Parameters, { width }: { readonly width: Nm }): readonly Nm[] {
  const equal = (n: number) =>
    Array.from({ length: n }, (_, k) => nm(Math.round((width * (k + 1)) / n) - Math.round((width * k) / n)));
  switch (fold) {
    case 'half':
      return equal(2);
    case 'zigzag':
      return equal(panels);
    case 'gate': {
      const flap = nm(Math.round(width / 4) - narrower);
      return [flap, nm(width - 2 * flap), flap];
    }
    case 'roll': {
      const inner = panels - 2;
      const outer = Math.floor((width + (narrower * inner * (inner + 1)) / 2) / panels);
      const rolled = Array.from({ length: inner }, (_, k) => nm(outer - narrower * (k + 1)));
      // What does not divide goes to the cover panel, a few nanometres of it.
      return [nm(width - outer - rolled.reduce<number>((sum, one) => sum + one, 0)), nm(outer), ...rolled];
    }
  }
}

const fold = (name: string, place: number, moving: FoldStep['moving'], direction: FoldStep['direction']): FoldStep => ({
  kind: 'fold',
  name,
  axis: 'vertical',
  at: { nm: place },
  moving,
  direction,
});

/** Where the folds lie with the inside up, from the left. */
function foldsInside(widths: readonly Nm[]): readonly number[] {
  let place = 0;
  return widths.slice(0, -1).map((width) => (place += width));
}

/** With the outside up and the cover at its right end, everything else goes under the cover, to and fro: each fold lies where the last panel ends. */
function foldsToAndFro(widths: readonly Nm[]): readonly FoldStep[] {
  const outside = [...widths].reverse();
  let place = outside.slice(0, -1).reduce<number>((sum, width) => sum + width, 0);
  return outside.slice(1).map((_, i): FoldStep => {
    const goesLeft = i % 2 === 0;
    if (i > 0) place += (goesLeft ? -1 : 1) * outside[outside.length - 1 - i]!;
    return fold('fold-to-and-fro', place, goesLeft ? 'before' : 'after', 'mountain');
  });
}

const INSIDE_UP: Step = { kind: 'turn-over', name: 'inside-up' };

/** One sheet, printed on both sides, with parallel folds: in half, rolled up, to and fro, or as a gate. It is read by unfolding it. */
export const plainFold: Form<Parameters> = {
  id: 'plain-fold',
  parameters: plainFoldParameters,
  lies: 'landscape',
  refuses: (p, sheet) => {
    const widths = panelWidths(p, sheet);
    const panel = widths.findIndex((width) => width < LEAST_PANEL);
    return panel < 0 ? ok(null) : fail({ code: 'panel-too-narrow', panel, width: widths[panel]!, least: LEAST_PANEL });
  },
  // Side A is the outside: its panels run the other way than those of the inside.
  grid: (p, sheet) => ({ columns: [...panelWidths(p, sheet)].reverse(), rows: 1 }),
  printed: () => ['A', 'B'],
  needs: () => [],
  hold: () => ({ unfolds: true }),
  programme: (p, sheet) => {
    const widths = panelWidths(p, sheet);
    const places = foldsInside(widths);
    switch (p.fold) {
      case 'half':
      case 'zigzag':
        return foldsToAndFro(widths);
      case 'roll': {
        const [cover, ...rest] = places;
        return [
          INSIDE_UP,
          ...rest.reverse().map((place) => fold('roll-in', place, 'after', 'valley')),
          fold('cover-over', cover!, 'before', 'valley'),
        ];
      }
      case 'gate':
        return [
          INSIDE_UP,
          fold('flap-over', places[0]!, 'before', 'valley'),
          fold('flap-over', places[1]!, 'after', 'valley'),
        ];
    }
  },
};
