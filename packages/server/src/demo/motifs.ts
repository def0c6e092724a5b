import { INKS, type Shape } from './picture.ts';

/** A circle as a path. */
export const disc = (x: number, y: number, r: number): string =>
  `M${x - r} ${y}A${r} ${r} 0 1 0 ${x + r} ${y}A${r} ${r} 0 1 0 ${x - r} ${y}Z`;

/** Rows of river waves across a page, each row in the next ink. */
export const waves = (width: number, y: number, inks: readonly string[], step = 5, wave = 12): readonly Shape[] =>
  inks.map((stroke, row) => {
    const count = Math.ceil(width / wave) + 1;
    const start = -((row % 2) * wave) / 2;
    const d =
      `M${start} ${y + row * step}` +
      Array.from({ length: count }, () => `q${wave / 4} ${wave / 4} ${wave / 2} 0t${wave / 2} 0`).join('');
    return { d, stroke, width: 1.3 };
  });

export const moon = (x: number, y: number, r: number, fill: string = INKS.paper): Shape => ({ d: disc(x, y, r), fill });

/** The ferry: hull, house and a sail that is never up. */
export const ferry = (x: number, y: number, s: number, hull: string = INKS.ink): readonly Shape[] => [
  { d: `M${x} ${y}h${30 * s}l${-4 * s} ${8 * s}h${-20 * s}Z`, fill: hull },
  { d: `M${x + 6 * s} ${y - 8 * s}h${9 * s}v${8 * s}h${-9 * s}Z`, fill: INKS.persimmon },
  { d: `M${x + 19 * s} ${y}v${-16 * s}l${8 * s} ${13 * s}Z`, fill: INKS.paper },
];

/** A bell with its clapper; `swing` leans it (millimetres at the rim). */
export const bell = (x: number, y: number, s: number, swing: number, fill: string): readonly Shape[] => [
  { d: `M${x} ${y}v${-3 * s}`, stroke: INKS.ink, width: 1 },
  {
    d: `M${x - 3 * s} ${y}C${x - 8 * s + swing} ${y + 6 * s} ${x - 7 * s + swing} ${y + 14 * s} ${x - 11 * s + swing} ${y + 19 * s}H${x + 11 * s + swing}C${x + 7 * s + swing} ${y + 14 * s} ${x + 8 * s + swing} ${y + 6 * s} ${x + 3 * s} ${y}Z`,
    fill,
  },
  { d: disc(x + swing * 1.5, y + 22 * s, 2.2 * s), fill: INKS.ink },
];

/** Rope: a thick line with a thin lay of light along it. */
export const rope = (d: string, ink: string, width = 5): readonly Shape[] => [
  { d, stroke: ink, width },
  { d, stroke: INKS.paper, width: width * 0.16 },
];

/** A gull: two wings and nothing else. */
export const gull = (x: number, y: number, s: number, stroke: string = INKS.ink): Shape => ({
  d: `M${x - 9 * s} ${y - 2 * s}q${5 * s} ${-4 * s} ${9 * s} ${2 * s}q${4 * s} ${-6 * s} ${9 * s} ${-2 * s}`,
  stroke,
  width: 1.4 * s,
});

/** A heron standing in shallow water. */
export const heron = (x: number, y: number, s: number, plumage: string = INKS.teal): readonly Shape[] => [
  { d: `M${x} ${y}v${-16 * s}M${x + 4 * s} ${y}v${-16 * s}`, stroke: INKS.ochre, width: 1.1 * s },
  {
    d: `M${x - 8 * s} ${y - 15 * s}q${10 * s} ${-12 * s} ${18 * s} ${-4 * s}q${-6 * s} ${9 * s} ${-18 * s} ${4 * s}Z`,
    fill: plumage,
  },
  {
    d: `M${x + 9 * s} ${y - 19 * s}q${5 * s} ${-9 * s} ${-1 * s} ${-15 * s}q${-3 * s} ${-5 * s} ${3 * s} ${-6 * s}`,
    stroke: plumage,
    width: 2.4 * s,
  },
  { d: `M${x + 10 * s} ${y - 41 * s}l${11 * s} ${2.4 * s}l${-11 * s} ${1.6 * s}Z`, fill: INKS.persimmon },
];
