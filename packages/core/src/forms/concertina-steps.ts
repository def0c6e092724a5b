import { foldAfter } from '../concertina/joint-side.ts';
import type { PartPlan, SheetPlan } from '../folding/assembly.ts';
import type { Bend, JoinStep, Step } from '../folding/step.ts';
import { nm } from '../units/nm.ts';
import type { ConcertinaSettings, LaidStrip } from './concertina-strips.ts';

const panelOf = (strip: number, column: number, sheets: number): string =>
  `${sheets > 1 ? `s${strip + 1}` : ''}r1c${column + 1}`;

export function partsOf(p: ConcertinaSettings, laid: readonly LaidStrip[]): readonly PartPlan[] {
  const height = nm(p.panelHeight);
  const sheets = laid.map(({ widths, tab, right }): SheetPlan => {
    const columns = tab > 0 ? [...widths, tab] : widths;
    return { width: nm(columns.reduce<number>((sum, width) => sum + width, 0)), height, columns, rows: 1, right };
  });
  const strips: PartPlan = {
    part: 'strips',
    sheets,
    ...(p.tabLies === 'behind' && { stacked: 'last-on-top' }),
    printed: p.sides === 'both' ? ['A', 'B'] : ['A'],
    bare: laid.flatMap(({ tab, panels }, i) => (tab > 0 ? [panelOf(i, panels, laid.length)] : [])),
  };
  if (p.joint === 'tab' || laid.length === 1) return [strips];
  const hinges: PartPlan = {
    part: 'hinges',
    sheets: laid.slice(0, -1).map(({ right, widths, gapAfter: gap }) => {
      const middle = right + widths.reduce<number>((sum, width) => sum + width, 0) + Math.floor(gap / 2);
      const half = nm(Math.floor(p.hingeWidth / 2));
      return { width: nm(2 * half), height, columns: [half, half], rows: 1, right: middle - half };
    }),
    printed: [],
    paper: p.joint === 'tape' ? 'none' : 'its-own',
    bare: laid.slice(1).flatMap((_, i) => [0, 1].map((half) => panelOf(sheetOf(p, laid.length).hinge(i), half, 2))),
  };
  return p.hingeOn === 'back' ? [strips, hinges] : [hinges, strips];
}

/** Strips come first where hinges lie behind them, last where they lie on them: sheets are counted through all parts. */
const sheetOf = (p: ConcertinaSettings, strips: number) => ({
  strip: (i: number) => (p.joint !== 'tab' && p.hingeOn === 'front' && strips > 1 ? strips - 1 + i : i),
  hinge: (i: number) => (p.hingeOn === 'front' ? i : strips + i),
});

export function stepsOf(p: ConcertinaSettings, laid: readonly LaidStrip[]): readonly Step[] {
  const n = laid.length;
  const sheets = sheetOf(p, n);
  const label = (sheet: number, column: number) => panelOf(sheet, column, n);
  const joins = laid.slice(1).flatMap((_, i): readonly JoinStep[] => {
    const before = laid[i]!;
    const [end, next] = [sheets.strip(i), sheets.strip(i + 1)];
    if (p.joint === 'tab')
      return [
        {
          kind: 'join',
          purpose: 'join-strip',
          how: 'glued-tab',
          lays: label(next, 0),
          onto: label(end, before.panels),
        },
      ];
    const hinge = sheets.hinge(i);
    const how = p.joint;
    return [
      { kind: 'join', purpose: 'hinge-on', how, lays: label(hinge, 0), onto: label(end, before.panels - 1) },
      { kind: 'join', purpose: 'onto-hinge', how, lays: label(next, 0), onto: label(hinge, 1) },
    ];
  });
  const folds = laid.map((strip, i): Step => {
    const bend = (sheet: number, line: number, after: number): Bend => ({
      crease: n > 1 ? { sheet, axis: 'vertical', line } : { axis: 'vertical', line },
      to: foldAfter(after, p.first),
    });
    const within = Array.from({ length: strip.panels - 1 }, (_, k) => bend(sheets.strip(i), k + 1, strip.from + k));
    const last = strip.from + strip.panels - 1;
    const joint = strip.joint
      ? [p.joint === 'tab' ? bend(sheets.strip(i), strip.panels, last) : bend(sheets.hinge(i), 1, last)]
      : [];
    const pile = pileAfter(p, laid, i);
    return {
      kind: 'collapse',
      purpose: 'fold-strip',
      bends: [...within, ...joint],
      oneByOne: true,
      anchor: label(sheets.strip(0), 0),
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
  const sheets = sheetOf(p, laid.length);
  const pile: string[] = [];
  let frontLooksOn = p.first === 'valley';
  laid.forEach((strip, i) => {
    const label = (column: number) => panelOf(sheets.strip(i), column, laid.length);
    const folded = i <= done;
    const onBack = p.hingeOn === 'back';
    for (let column = 0; column < strip.panels; column++) {
      if (column > 0 && folded) frontLooksOn = !frontLooksOn;
      const parts = [label(column)];
      const joined = column === 0 ? laid[i - 1] : undefined;
      if (joined && p.joint === 'tab') {
        const tab = panelOf(sheets.strip(i - 1), joined.panels, laid.length);
        const stripOnTab = (p.tabLies === 'behind') === frontLooksOn;
        if (stripOnTab) parts.unshift(tab);
        else parts.push(tab);
      }
      const lay = (hinge: string) => {
        if (onBack === frontLooksOn) parts.unshift(hinge);
        else parts.push(hinge);
      };
      if (joined && p.joint !== 'tab') lay(panelOf(sheets.hinge(i - 1), 1, laid.length));
      if (strip.joint && p.joint !== 'tab' && column === strip.panels - 1)
        lay(panelOf(sheets.hinge(i), 0, laid.length));
      pile.push(...parts);
    }
    if (strip.joint && folded) frontLooksOn = !frontLooksOn;
  });
  return p.first === 'valley' ? pile : pile.reverse();
}

/** Folded onto its first panel, the pile lies with its beginning undermost. */
const BEGINNING_UP: Step = { kind: 'turn-over', purpose: 'beginning-up' };

export function coveredEnds(p: ConcertinaSettings, laid: readonly LaidStrip[]): readonly string[] {
  const n = laid.length;
  const { strip } = sheetOf(p, n);
  const many = n > 1 ? 2 : 1;
  const first = panelOf(strip(0), 0, many);
  const end = panelOf(strip(n - 1), laid[n - 1]!.panels - 1, many);
  return p.covers === 'none' ? [] : p.covers === 'one' ? [first] : [first, end];
}
