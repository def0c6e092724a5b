import { affineAfter, translation, type Affine } from '../geometry/affine.ts';
import type { Rect } from '../geometry/rect.ts';
import { placedItems, type Drawing, type DrawItem } from '../output/drawing.ts';
import type { Nm } from '../units/nm.ts';

/** An original, or a page of one, on a page of the job. */
export interface PlacedOriginal {
  readonly kind: 'original';
  readonly asset: string;
  /** page of a PDF, 0-based; 0 for pictures */
  readonly page: number;
  /** the maker's name of the file, should it be gone */
  readonly name: string;
  /** from the upright content (nanometres from its left top corner) to the page */
  readonly matrix: Affine;
  /** nothing of it is drawn outside */
  readonly clip: Rect;
}

/** Lines and text of which only what lies within is drawn. */
export interface ClippedItems {
  readonly kind: 'within';
  readonly clip: Rect;
  readonly items: readonly DrawItem[];
}

/** What is drawn on a page, in order. Nanometres from its left top corner, y downwards. */
export type Printed = PlacedOriginal | ClippedItems | DrawItem;

export interface PrintPage {
  /** nanometres */
  readonly width: number;
  readonly height: number;
  readonly things: readonly Printed[];
  /** everything stands on its head: the back for a printer that turns the paper about its horizontal axis */
  readonly halfRound?: boolean;
  /** larger or smaller about the page's middle, then moved (nanometres), to make up for the printer */
  readonly correction?: {
    readonly scaleX: number;
    readonly scaleY: number;
    readonly right: number;
    readonly down: number;
  };
  /** from each edge: where the page is trimmed, and how far pictures bleed over that */
  readonly trimmed?: { readonly from: number; readonly bleed: Nm };
}

/** A whole file to print, as data: everything that goes through a printer is one of these, and one renderer draws them all. */
export interface PrintJob {
  readonly title: string;
  readonly pages: readonly PrintPage[];
}

/** A page that is a drawing and nothing else. */
export const pageOf = ({ width, height, items }: Drawing): PrintPage => ({ width, height, things: items });

/** The same things elsewhere on a page. */
export const movedThings = (things: readonly Printed[], x: number, y: number): readonly Printed[] =>
  things.flatMap((thing): readonly Printed[] => {
    const moved = (clip: Rect): Rect => ({ ...clip, left: clip.left + x, top: clip.top + y });
    switch (thing.kind) {
      case 'original':
        return [{ ...thing, clip: moved(thing.clip), matrix: affineAfter(translation(x, y), thing.matrix) }];
      case 'within':
        return [{ ...thing, clip: moved(thing.clip), items: placedItems(thing.items, 1, x, y) }];
      default:
        return placedItems([thing], 1, x, y);
    }
  });

/** All text of a job, for the fonts that it needs. */
export const textOf = ({ pages }: PrintJob): string =>
  pages
    .flatMap(({ things }) =>
      things.flatMap((thing): readonly Printed[] => (thing.kind === 'within' ? thing.items : [thing])),
    )
    .map((thing) => (thing.kind === 'text' ? thing.text : ''))
    .join('');

/** The originals of a job, each with its pages that are drawn. */
export function originalsOf({
  pages,
}: PrintJob): ReadonlyMap<string, Pick<PlacedOriginal, 'name'> & { readonly pages: readonly number[] }> {
  const uses = new Map<string, { readonly name: string; readonly pages: Set<number> }>();
  for (const { things } of pages)
    for (const thing of things) {
      if (thing.kind !== 'original') continue;
      const use = uses.get(thing.asset) ?? { name: thing.name, pages: new Set() };
      use.pages.add(thing.page);
      uses.set(thing.asset, use);
    }
  return new Map([...uses].map(([asset, { name, pages: drawn }]) => [asset, { name, pages: [...drawn] }]));
}
