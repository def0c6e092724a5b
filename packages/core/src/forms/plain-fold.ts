import { oneSheet } from '../folding/assembly.ts';
import type { FoldStep, Step } from '../folding/step.ts';
import { fail, ok } from '../result.ts';
import { mm, nm, type Nm } from '../units/nm.ts';
import type { Form } from './form.ts';
import { choice, count, length, parameters, type ParametersOf } from './parameters.ts';

export const plainFoldParameters = parameters({
  fold: choice(['half', 'roll', 'zigzag', 'gate'], 'roll'),
  panels: count(3, 8, 3, { only: { fold: ['roll', 'zigzag'] } }),
  /** of a roll: each panel further in is narrower by this */
  narrower: length(mm(0), mm(5), mm(1.5), { only: { fold: ['roll'] } }),
  /** of a gate: each flap stops so far from the middle */
  shortOfMiddle: length(mm(0), mm(5), mm(1), { only: { fold: ['gate'] } }),
});
type Parameters = ParametersOf<typeof plainFoldParameters>;

/** No hand folds a panel narrower than this. */
const LEAST_PANEL = mm(10);

/**
 * Panels of the inside from left to right, the cover's back first: how many equal ones, or their widths. Roll: the outer two are alike, and each of the n − 2 further in is narrower than
 * the one that it is rolled into, so that with narrowing d the outer ones take (W + d·(1 + … + (n − 2))) ÷ n. Gate: flaps that stop short of the middle by d
 * each reach 2·flap + 2d = the middle panel = W − 2·flap: a flap is W/4 − d/2.
 */
export function panelsAcross(
  { fold, panels, narrower, shortOfMiddle }: Parameters,
  { width }: { readonly width: Nm },
): number | readonly Nm[] {
  switch (fold) {
    case 'half':
      return 2;
    case 'zigzag':
      return panels;
    case 'gate': {
      const flap = nm(Math.floor(width / 4 - shortOfMiddle / 2));
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

/** The crease between panels `line` and `line` + 1 of the inside, counted from the cover; side A counts from its other end. */
const foldAt = (
  purpose: FoldStep['purpose'],
  panels: number,
  line: number,
  moving: FoldStep['moving'],
  direction: FoldStep['direction'],
): FoldStep => ({ kind: 'fold', purpose, axis: 'vertical', at: { line: panels - line }, moving, direction });

const coverOver = (panels: number): FoldStep => foldAt('cover-over', panels, 1, 'before', 'valley');

/** From the far end to the cover; what is folded already goes along. */
const fromTheEnd = (panels: number, purpose: FoldStep['purpose'], direction: (line: number) => FoldStep['direction']) =>
  Array.from({ length: panels - 2 }, (_, i) => {
    const line = panels - 1 - i;
    return foldAt(purpose, panels, line, 'after', direction(line));
  });

const INSIDE_UP: Step = { kind: 'turn-over', purpose: 'inside-up' };

/** One sheet, printed on both sides, with parallel folds: in half, rolled up, to and fro, or as a gate. It is read by unfolding it. */
export const plainFold: Form<Parameters, 'plain-fold'> = {
  id: 'plain-fold',
  family: 'opens-out',
  parameters: plainFoldParameters,
  lies: 'landscape',
  refuses: (p, sheet) => {
    const across = panelsAcross(p, sheet);
    const widths = typeof across === 'number' ? [nm(sheet.width / across)] : across;
    const panel = widths.findIndex((width) => width < LEAST_PANEL);
    return panel < 0 ? ok(null) : fail({ code: 'panel-too-narrow', panel, width: widths[panel]!, least: LEAST_PANEL });
  },
  variants: [
    { fold: 'half' },
    { fold: 'roll', panels: 3 },
    { fold: 'roll', panels: 4 },
    { fold: 'zigzag', panels: 3 },
    { fold: 'zigzag', panels: 4 },
    { fold: 'zigzag', panels: 6 },
    { fold: 'zigzag', panels: 8 },
    { fold: 'gate' },
  ],
  // Side A is the outside: its panels run the other way than those of the inside.
  assembly: (p, sheet) => {
    const across = panelsAcross(p, sheet);
    const columns = typeof across === 'number' ? across : [...across].reverse();
    return {
      parts: oneSheet({ ...sheet, columns, rows: 1 }, ['A', 'B']),
      steps: stepsOf(p),
      hold: {
        kind: 'unfold',
        how: p.fold === 'gate' ? 'out' : p.fold === 'zigzag' ? 'cover-then-out' : 'step-by-step',
      },
    };
  },
};

function stepsOf({ fold, panels }: Parameters): readonly Step[] {
  switch (fold) {
    case 'half':
      return [INSIDE_UP, coverOver(2)];
    case 'zigzag':
      return [
        INSIDE_UP,
        ...fromTheEnd(panels, 'fold-to-and-fro', (line) => (line % 2 === 1 ? 'valley' : 'mountain')),
        coverOver(panels),
      ];
    case 'roll':
      return [INSIDE_UP, ...fromTheEnd(panels, 'roll-in', () => 'valley'), coverOver(panels)];
    case 'gate':
      return [INSIDE_UP, foldAt('flap-over', 3, 1, 'before', 'valley'), foldAt('flap-over', 3, 2, 'after', 'valley')];
  }
}
