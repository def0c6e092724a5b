import type { SheetSide } from '../folding/hold.ts';
import { pagePlaces, type PagePlace } from '../pagination/page-places.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { inch, mm, type Nm } from '../units/nm.ts';
import type { LengthUnit } from '../units/measure.ts';
import { bottom, right } from '../geometry/rect.ts';
import type { Drawing, DrawItem, Spot2 } from './drawing.ts';
import { sheetLines } from './sheet-lines.ts';

/**
 * The dummy's first page: large numbers the way the pages stand, an arrow to each head, every line coded by
 * shape, and a bar of known length to check the printer (left out without a caption). `labels` are the words of the page numbers.
 */
export function numberedDummy(
  plan: FoldedBook,
  labels: readonly string[],
  barCaption: string | undefined,
  unit: LengthUnit,
  face: { readonly sheet: number; readonly side: SheetSide } = { sheet: 0, side: 'A' },
): Drawing {
  const places = pagePlaces(plan).filter(({ sheet, side }) => sheet === face.sheet && side === face.side);
  const lines = sheetLines(plan, face.side, face.sheet);
  const numbers = places.flatMap(({ rect, quarterTurns, page }): DrawItem[] => {
    const centre = { x: rect.left + rect.width / 2, y: rect.top + rect.height / 2 };
    const short = Math.min(rect.width, rect.height);
    const text = labels[page]!;
    const size = Math.min(
      short * 0.45,
      (1.5 * (quarterTurns % 2 ? rect.height : rect.width)) / Math.max(text.length, 1),
    );
    return [
      { kind: 'text', text, at: centre, size, quarterTurns, strong: true },
      ...headArrow(centre, short, quarterTurns),
    ];
  });
  const frame: DrawItem = {
    kind: 'line',
    layer: 'mark',
    closed: true,
    points: [
      { x: 0, y: 0 },
      { x: lines.width, y: 0 },
      { x: lines.width, y: lines.height },
      { x: 0, y: lines.height },
    ],
  };
  return {
    ...lines,
    items: [
      frame,
      ...lines.items,
      ...numbers,
      ...(barCaption === undefined ? [] : checkBar(plan, places, barCaption, unit)),
    ],
  };
}

/** A short arrow above the number, pointing to the page's head. */
function headArrow(centre: Spot2, short: number, quarterTurns: number): readonly DrawItem[] {
  const [ux, uy] = [
    [0, -1],
    [1, 0],
    [0, 1],
    [-1, 0],
  ][quarterTurns]! as [number, number];
  const place = (forward: number, aside: number): Spot2 => ({
    x: centre.x + ux * forward * short - uy * aside * short,
    y: centre.y + uy * forward * short + ux * aside * short,
  });
  return [
    { kind: 'line', layer: 'mark', points: [place(0.3, 0), place(0.44, 0)] },
    { kind: 'line', layer: 'mark', points: [place(0.39, -0.04), place(0.44, 0), place(0.39, 0.04)] },
  ];
}

const CHECK_BAR: Readonly<Record<LengthUnit, Nm>> = { mm: mm(100), in: inch(4) };

/** A bar of 100 mm or 4 in along the widest row of panels; left out where the sheet is shorter. */
function checkBar(
  plan: FoldedBook,
  places: readonly PagePlace[],
  caption: string,
  unit: LengthUnit,
): readonly DrawItem[] {
  const length = CHECK_BAR[unit];
  const { sheet } = plan;
  if (sheet.width < length + mm(24)) return [];
  const last = places.reduce((lowest, place) => (bottom(place.rect) >= bottom(lowest.rect) ? place : lowest));
  // At the foot of the lowest row, where no arrow is: a page standing on its head has its foot above.
  const y = last.quarterTurns === 2 ? last.rect.top + mm(7) : bottom(last.rect) - mm(9);
  const x = Math.max(mm(12), Math.max(...places.map(({ rect }) => right(rect))) - length - mm(12));
  const divisions = unit === 'mm' ? 10 : 8;
  return [
    {
      kind: 'line',
      layer: 'mark',
      points: [
        { x, y },
        { x: x + length, y },
      ],
    },
    ...Array.from({ length: divisions + 1 }, (_, i): DrawItem => {
      const at = x + (length * i) / divisions;
      return {
        kind: 'line',
        layer: 'mark',
        points: [
          { x: at, y: y - mm(i % (divisions / 2) === 0 ? 2.5 : 1.3) },
          { x: at, y },
        ],
      };
    }),
    { kind: 'text', text: caption, at: { x: x + length / 2, y: y + mm(3) }, size: mm(3), quarterTurns: 0 },
  ];
}
