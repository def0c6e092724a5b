import { foldAfter } from '../concertina/joint-side.ts';
import type { PartPlan, SheetPlan } from '../folding/assembly.ts';
import type { Bend, JoinStep, Step } from '../folding/step.ts';
import { nm } from '../units/nm.ts';
import type { ConcertinaSettings, LaidStrip } from './concertina-strips.ts';

/** What panels and lines are called in a book of these pieces. */
interface Names {
  /** a panel of a strip or an endpaper, counted from 0; the one behind its last is its tab */
  readonly panel: (piece: LaidStrip, column: number) => string;
  /** either half of the hinge behind the i-th piece */
  readonly hinge: (i: number, half: 0 | 1) => string;
  readonly hingeSheet: (i: number) => number;
  readonly sheets: number;
}

function namesOf(p: ConcertinaSettings, laid: readonly LaidStrip[]): Names {
  const strips = laid.filter(({ part }) => part === 'strips').length;
  const sheets = laid.length + (p.joint === 'tab' ? 0 : laid.length - 1);
  const label = (sheet: number, column: number) => `${sheets > 1 ? `s${sheet + 1}` : ''}r1c${column + 1}`;
  const hingeSheet = (i: number) => strips + i;
  return {
    panel: ({ sheet }, column) => label(sheet, column),
    hinge: (i, half) => label(hingeSheet(i), half),
    hingeSheet,
    sheets,
  };
}

const extent = (widths: readonly number[]): number => widths.reduce((sum, width) => sum + width, 0);

export function partsOf(p: ConcertinaSettings, laid: readonly LaidStrip[]): readonly PartPlan[] {
  const height = nm(p.panelHeight);
  const names = namesOf(p, laid);
  const of = (part: LaidStrip['part'], how: Pick<PartPlan, 'printed' | 'paper'>): PartPlan => {
    const pieces = laid.flatMap((piece, i) => (piece.part === part ? [{ piece, i }] : []));
    const sheets = pieces.map(({ piece: { widths, tab, right }, i }): SheetPlan => {
      const columns = tab > 0 ? [...widths, tab] : widths;
      // Where tabs lie behind, each piece lies on the tab of the one before it.
      const level = p.tabLies === 'behind' ? i : -i;
      return { width: nm(extent(columns)), height, columns, rows: 1, right, level };
    });
    return {
      part,
      sheets,
      ...how,
      bare: pieces.flatMap(({ piece }) => (piece.tab > 0 ? [names.panel(piece, piece.panels)] : [])),
    };
  };
  const strips = of('strips', { printed: p.sides === 'both' ? ['A', 'B'] : ['A'] });
  const endpapers = of('endpapers', { printed: [], paper: 'its-own' });
  const hinges: PartPlan = {
    part: 'hinges',
    sheets: laid.slice(0, -1).map(({ right, widths, gapAfter: gap }) => {
      const middle = right + extent(widths) + Math.floor(gap / 2);
      const half = nm(Math.floor(p.hingeWidth / 2));
      const level = p.hingeOn === 'front' ? laid.length : -laid.length;
      return { width: nm(2 * half), height, columns: [half, half], rows: 1, right: middle - half, level };
    }),
    printed: [],
    paper: p.joint === 'tape' ? 'none' : 'its-own',
    bare: laid.slice(1).flatMap((_, i) => [names.hinge(i, 0), names.hinge(i, 1)]),
  };
  const hinged = p.joint !== 'tab' && hinges.sheets.length > 0;
  return [strips, ...(hinged ? [hinges] : []), ...(endpapers.sheets.length > 0 ? [endpapers] : [])];
}

export function stepsOf(p: ConcertinaSettings, laid: readonly LaidStrip[]): readonly Step[] {
  const names = namesOf(p, laid);
  const joins = laid.slice(1).flatMap((next, i): readonly JoinStep[] => {
    const before = laid[i]!;
    const first = names.panel(next, 0);
    if (p.joint === 'tab')
      return [
        {
          kind: 'join',
          purpose: 'join-strip',
          how: 'glued-tab',
          lays: first,
          onto: names.panel(before, before.panels),
        },
      ];
    const how = p.joint;
    const end = names.panel(before, before.panels - 1);
    return [
      { kind: 'join', purpose: 'hinge-on', how, lays: names.hinge(i, 0), onto: end },
      { kind: 'join', purpose: 'onto-hinge', how, lays: first, onto: names.hinge(i, 1) },
    ];
  });
  const folds = laid.map((strip, i): Step => {
    const bend = (sheet: number, line: number, after: number): Bend => ({
      crease: names.sheets > 1 ? { sheet, axis: 'vertical', line } : { axis: 'vertical', line },
      to: foldAfter(after, p.first),
    });
    const within = Array.from({ length: strip.panels - 1 }, (_, k) => bend(strip.sheet, k + 1, strip.from + k));
    const last = strip.from + strip.panels - 1;
    const joint = strip.joint
      ? [p.joint === 'tab' ? bend(strip.sheet, strip.panels, last) : bend(names.hingeSheet(i), 1, last)]
      : [];
    const pile = pileAfter(p, laid, i);
    return {
      kind: 'collapse',
      purpose: 'fold-strip',
      bends: [...within, ...joint],
      oneByOne: true,
      anchor: names.panel(laid[0]!, 0),
      above: pile.slice(1).map((upper, k) => [upper, pile[k]!] as const),
    };
  });
  // The last strip of one panel has no fold of its own.
  const folded = folds.filter((step) => step.kind === 'collapse' && step.bends.length > 0);
  return [...joins, ...folded, ...(p.first === 'valley' ? [BEGINNING_UP] : [])];
}

/**
 * All panels from the table up once the folds of strips up to the `done`-th are closed. What is still to be folded always comes onto the growing pile where the first fold is
 * a valley, under it where it is a mountain; tabs and hinges lie on the face on which they were glued, wherever that looks by then. Narrowed panels leave slivers that
 * would otherwise let the rest slip in between.
 */
function pileAfter(p: ConcertinaSettings, laid: readonly LaidStrip[], done: number): readonly string[] {
  const names = namesOf(p, laid);
  const pile: string[] = [];
  let frontLooksOn = p.first === 'valley';
  laid.forEach((strip, i) => {
    const folded = i <= done;
    const onBack = p.hingeOn === 'back';
    for (let column = 0; column < strip.panels; column++) {
      if (column > 0 && folded) frontLooksOn = !frontLooksOn;
      const parts = [names.panel(strip, column)];
      const joined = column === 0 ? laid[i - 1] : undefined;
      if (joined && p.joint === 'tab') {
        const tab = names.panel(joined, joined.panels);
        const stripOnTab = (p.tabLies === 'behind') === frontLooksOn;
        if (stripOnTab) parts.unshift(tab);
        else parts.push(tab);
      }
      const lay = (hinge: string) => {
        if (onBack === frontLooksOn) parts.unshift(hinge);
        else parts.push(hinge);
      };
      if (joined && p.joint !== 'tab') lay(names.hinge(i - 1, 1));
      if (strip.joint && p.joint !== 'tab' && column === strip.panels - 1) lay(names.hinge(i, 0));
      pile.push(...parts);
    }
    if (strip.joint && folded) frontLooksOn = !frontLooksOn;
  });
  return p.first === 'valley' ? pile : pile.reverse();
}

/** Folded onto its first panel, the pile lies with its beginning undermost. */
const BEGINNING_UP: Step = { kind: 'turn-over', purpose: 'beginning-up' };

/** The panels at the ends that are glued to covers. */
export function coveredEnds(p: ConcertinaSettings, laid: readonly LaidStrip[]): readonly string[] {
  const names = namesOf(p, laid);
  const end = laid.at(-1)!;
  const ends = [names.panel(laid[0]!, 0), names.panel(end, end.panels - 1)];
  return ends.slice(0, p.covers === 'none' ? 0 : p.covers === 'one' ? 1 : 2);
}
