import type { SheetPlan } from '../folding/assembly.ts';
import type { FoldStep, Step } from '../folding/step.ts';
import { fail, ok } from '../result.ts';
import { mm, nm, type Nm } from '../units/nm.ts';
import type { Form, SheetExtent } from './form.ts';
import { each, length, parameters, reading, type ParametersOf } from './parameters.ts';

export const FLAPS = ['none', 'left', 'right', 'both'] as const;
type Flaps = (typeof FLAPS)[number];

export const foldOutBookletParameters = parameters({
  /** of each folio, the outermost first: where a flap opens, as its middle lies before the reader. As many folios as there are entries. */
  flaps: each(FLAPS, 24, ['none', 'right', 'none']),
  /** how far a flap's fold stands inside the fore-edge, or trimming cuts it off */
  inset: length(mm(0), mm(10), mm(2.5)),
  /** how far a flap's free edge stays from the gutter */
  clearance: length(mm(0), mm(30), mm(4)),
  /** nothing: as wide as they can be */
  flapWidth: length(mm(0), mm(600), mm(0)),
  reading,
});
type Parameters = ParametersOf<typeof foldOutBookletParameters>;

const flapsOn = (flaps: Flaps): number => (flaps === 'none' ? 0 : flaps === 'both' ? 2 : 1);

export interface FoldOutWidths {
  /** a page of the closed book */
  readonly leaf: Nm;
  /** a page that carries a flap: its fold stands inside the fore-edge */
  readonly carrier: Nm;
  readonly flap: Nm;
}

/**
 * The widest page that a sheet of width W gives every folio. With inset i, clearance c and n flaps on the widest folio, a page w
 * takes W = 2w − n·i + n·f, and the widest flap is f = w − i − c: so w = (W + 2i·n + c·n) ÷ (2 + n), or, where the flap is given, (W + n·i − n·f) ÷ 2.
 */
export function foldOutWidths(
  { flaps, inset, clearance, flapWidth }: Parameters,
  { width }: { readonly width: Nm },
): FoldOutWidths {
  const n = Math.max(...flaps.map(flapsOn));
  const leaf = nm(
    Math.floor(flapWidth > 0 ? (width + n * (inset - flapWidth)) / 2 : (width + n * (2 * inset + clearance)) / (2 + n)),
  );
  const carrier = nm(leaf - inset);
  return { leaf, carrier, flap: flapWidth > 0 ? nm(flapWidth) : nm(carrier - clearance) };
}

const opensLeft = (flaps: Flaps): boolean => flaps === 'left' || flaps === 'both';
const opensRight = (flaps: Flaps): boolean => flaps === 'right' || flaps === 'both';

/** What lies left and right of the spine with the outside up. */
const leftOf = (flaps: Flaps, { leaf, carrier, flap }: FoldOutWidths): readonly Nm[] =>
  opensRight(flaps) ? [flap, carrier] : [leaf];
const rightOf = (flaps: Flaps, { leaf, carrier, flap }: FoldOutWidths): readonly Nm[] =>
  opensLeft(flaps) ? [carrier, flap] : [leaf];

/** The folios of the stack: side A is the outside, so a flap that opens to the reader's left lies on the right of it. */
function sheetsOf(p: Parameters, sheet: SheetExtent): readonly (SheetPlan & { readonly columns: readonly Nm[] })[] {
  const widths = foldOutWidths(p, sheet);
  const spine = (flaps: Flaps) => leftOf(flaps, widths).reduce<number>((sum, width) => sum + width, 0);
  const first = spine(p.flaps[0]!);
  return p.flaps.map((flaps) => ({
    ...sheet,
    columns: [...leftOf(flaps, widths), ...rightOf(flaps, widths)],
    rows: 1,
    // So that the spines lie on one another.
    right: first - spine(flaps),
  }));
}

/** Folios of which some are wider than the book: a flap folds in on one side or both and opens out beyond the fore-edge. */
export const foldOutBooklet: Form<Parameters, 'fold-out-booklet'> = {
  id: 'fold-out-booklet',
  family: 'bound',
  parameters: foldOutBookletParameters,
  lies: 'landscape',
  refuses: (p, sheet) => {
    const { carrier, flap } = foldOutWidths(p, sheet);
    const most = nm(carrier - p.clearance);
    const least = mm(10);
    if (p.flaps.every((flaps) => flaps === 'none')) return ok(null);
    if (flap > most || most <= 0) return fail({ code: 'flap-wider-than-leaf', flap, most: nm(Math.max(0, most)) });
    return flap < least ? fail({ code: 'panel-too-narrow', panel: 1, width: flap, least }) : ok(null);
  },
  variants: [{ flaps: ['right'] }, { flaps: ['both'] }],
  assembly: (p, sheet) => {
    const sheets = sheetsOf(p, sheet);
    return {
      parts: [{ part: 'folios', sheets, printed: ['A', 'B'] }],
      steps: stepsOf(p, sheets),
      hold: { kind: 'pile', cover: 'uppermost', reading: p.reading },
    };
  },
};

function stepsOf(p: Parameters, sheets: ReturnType<typeof sheetsOf>): readonly Step[] {
  // Inside up a flap lies on the side to which it opens; the lines of a folio are counted from the left of its outside, so from the right here.
  const flapFold = (folio: number, opens: 'left' | 'right'): FoldStep => ({
    kind: 'fold',
    purpose: 'fold-a-flap',
    axis: 'vertical',
    at: { line: opens === 'right' ? 1 : sheets[folio]!.columns.length - 1 },
    direction: 'valley',
    moving: opens === 'right' ? 'after' : 'before',
    layers: { sheets: [folio, folio] },
  });
  return [
    { kind: 'turn-over', purpose: 'nest-inside-up' },
    ...p.flaps.flatMap((flaps, folio): FoldStep[] => [
      ...(opensLeft(flaps) ? [flapFold(folio, 'left')] : []),
      ...(opensRight(flaps) ? [flapFold(folio, 'right')] : []),
    ]),
    {
      kind: 'fold',
      purpose: 'fold-the-nest',
      axis: 'vertical',
      at: { line: opensRight(p.flaps[0]!) ? 2 : 1 },
      direction: 'valley',
      moving: p.reading === 'left-to-right' ? 'before' : 'after',
    },
  ];
}
