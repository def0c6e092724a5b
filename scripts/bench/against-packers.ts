import { pack2D } from 'binpackingjs/2d';
import { createRequire } from 'node:module';
import type * as Packers from 'maxrects-packer';
import { planCutting } from '../../packages/core/src/cutting/cutting-plan.ts';
import type { PieceGrain } from '../../packages/core/src/paper/sheet-size.ts';
import { mm } from '../../packages/core/src/units/nm.ts';
import { sized, type Figure } from './measuring.ts';

// Its module for `import` names nothing.
const { MaxRectsPacker } = createRequire(import.meta.url)('maxrects-packer') as typeof Packers;

const PARENTS = [
  [420, 594],
  [500, 700],
  [640, 900],
  [700, 1000],
] as const;
const SIZES = [
  [105, 148],
  [148, 210],
  [140, 210],
  [280, 210],
  [99, 210],
  [162, 229],
  [297, 210],
] as const;
const TRIM = 5;
const TRIMS = { left: mm(TRIM), right: mm(TRIM), top: mm(TRIM), bottom: mm(TRIM) };

interface Case {
  readonly w: number;
  readonly h: number;
  readonly a: number;
  readonly b: number;
  readonly grain: PieceGrain;
}

/** The size as it must lie where its grain matters, or both ways. */
const asLaid = ({ a, b, grain }: Case): readonly [number, number] => (grain === 'along-width' ? [b, a] : [a, b]);

function ours({ w, h, a, b, grain }: Case): number {
  const parent = {
    id: 'p',
    width: mm(w + 2 * TRIM),
    height: mm(h + 2 * TRIM),
    fibre: 'along-height' as const,
    trims: TRIMS,
  };
  const plan = planCutting({ parent, pieces: [{ id: 'x', width: mm(a), height: mm(b), grain }], gap: mm(0) });
  if (!plan.ok || !plan.value.proven) throw new Error('not proven');
  return plan.value.pieces.length;
}

/** Rows and columns, one way or the other: what is counted on the back of an envelope. */
const byGrid = (one: Case): number => {
  const grid = (a: number, b: number) => Math.floor(one.w / a) * Math.floor(one.h / b);
  return one.grain === 'any' ? Math.max(grid(one.a, one.b), grid(one.b, one.a)) : grid(...asLaid(one));
};

/** More than could ever fit. */
const plenty = ({ w, h, a, b }: Case): number => Math.floor((w * h) / (a * b)) + 1;

function maxRects(one: Case): number {
  const packer = new MaxRectsPacker(one.w, one.h, 0, {
    smart: false,
    pot: false,
    square: false,
    allowRotation: one.grain === 'any',
  });
  const [a, b] = asLaid(one);
  for (let i = 0; i < plenty(one); i++) packer.add(a, b, i);
  return Math.max(...packer.bins.map((bin) => bin.rects.length));
}

function boxes(one: Case): number {
  const [a, b] = asLaid(one);
  const turns = one.grain === 'any';
  const { packedBins } = pack2D({
    bins: [{ width: one.w, height: one.h }],
    boxes: Array.from({ length: plenty(one) }, () => ({ width: a, height: b, constrainRotation: !turns })),
  });
  return packedBins[0]?.boxes.length ?? 0;
}

/** Pieces found by others, as a share of ours; ours are cut edge to edge, theirs need not be. */
export function againstPackers(): readonly Figure[] {
  const cases = PARENTS.slice(0, sized(PARENTS.length, 1))
    .flatMap(([W, H]) =>
      SIZES.flatMap(([a, b]) =>
        (['along-height', 'along-width', 'any'] as const).map((grain): Case => ({
          w: W - 2 * TRIM,
          h: H - 2 * TRIM,
          a,
          b,
          grain,
        })),
      ),
    )
    .filter((one) => ours(one) > 0);
  const total = (count: (one: Case) => number) => cases.reduce((sum, one) => sum + count(one), 0);
  const own = total(ours);
  const ratio = (name: string, count: (one: Case) => number): Figure => ({
    name: `pieces by ${name}, as a share of ours (${cases.length} cases)`,
    value: () => total(count) / own,
    unit: '×',
    limit: 1,
  });
  return [
    ratio('a maximal-rectangles packer', maxRects),
    ratio('a box packer', boxes),
    ratio('rows and columns', byGrid),
  ];
}
