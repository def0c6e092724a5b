import type { Layer } from './line-code.ts';

export interface Spot2 {
  readonly x: number;
  readonly y: number;
}

/** One thing drawn. Lengths in nanometres, y downwards. */
export type DrawItem =
  | { readonly kind: 'line'; readonly layer: Layer; readonly points: readonly Spot2[]; readonly closed?: boolean }
  | {
      readonly kind: 'dot';
      readonly layer: Layer;
      readonly at: Spot2;
      readonly radius: number;
      readonly filled: boolean;
    }
  | { readonly kind: 'area'; readonly tone: Tone; readonly points: readonly Spot2[]; readonly outlined?: boolean }
  /** `size` is the height of the capitals' body (font size); the text is centred on `at` and turned clockwise about it */
  | {
      readonly kind: 'text';
      readonly text: string;
      readonly at: Spot2;
      readonly size: number;
      readonly quarterTurns: number;
      readonly strong?: boolean;
      readonly from?: 'start' | 'middle' | 'end';
      /** set off from a picture behind it by a breath of paper */
      readonly halo?: boolean;
    };

/** Areas: bare paper, its hidden side, a shaded panel, ink, an inked cover. */
export type Tone = 'paper' | 'back' | 'shade' | 'ink' | 'cover';

export const TONES: Readonly<Record<Tone, string>> = {
  paper: '#fdfcf7',
  back: '#dcd9cf',
  shade: '#eceae2',
  ink: '#16261f',
  cover: '#0f6f63',
};

/** The same items, larger or smaller and moved: for a drawing inside another. */
export const placedItems = (items: readonly DrawItem[], scale: number, x: number, y: number): readonly DrawItem[] => {
  const spot = (p: Spot2): Spot2 => ({ x: p.x * scale + x, y: p.y * scale + y });
  return items.map((item): DrawItem => {
    switch (item.kind) {
      case 'line':
      case 'area':
        return { ...item, points: item.points.map(spot) };
      case 'dot':
        return { ...item, at: spot(item.at), radius: item.radius * scale };
      case 'text':
        return { ...item, at: spot(item.at), size: item.size * scale };
    }
  });
};

/** A drawing of a given size: the one value that screen, PDF, SVG and DXF all render, so that they cannot disagree. */
export interface Drawing {
  readonly width: number;
  readonly height: number;
  readonly items: readonly DrawItem[];
}
