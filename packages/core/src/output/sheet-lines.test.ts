import { describe, expect, it } from 'vitest';
import { planBook } from '../forms/planned-book.ts';
import { mm } from '../units/nm.ts';
import type { Drawing } from './drawing.ts';
import { sheetLines } from './sheet-lines.ts';
import { drawingToSvg } from './svg.ts';

const made = planBook(
  { id: 'meander-book', parameters: { rows: 3, columns: 4 } },
  { width: mm(400), height: mm(300), fibre: 'any' },
);
if (!made.ok) throw new Error(made.problem.code);
const plan = made.value;

const lengths = (drawing: Drawing, layer: string) =>
  drawing.items.flatMap((item) =>
    item.kind === 'line' && item.layer === layer
      ? [Math.abs(item.points[1]!.x - item.points[0]!.x) + Math.abs(item.points[1]!.y - item.points[0]!.y)]
      : [],
  );

describe('the lines of the sheet', () => {
  it('are the folds and cuts of the craft: serpentine cuts one panel short, at alternate ends', () => {
    const cuts = sheetLines(plan).items.filter((item) => item.kind === 'line' && item.layer === 'cut');
    expect(cuts.map((cut) => cut.kind === 'line' && cut.points.map(({ x, y }) => [x / 1e6, y / 1e6]))).toEqual([
      [
        [0, 100],
        [300, 100],
      ],
      [
        [100, 200],
        [400, 200],
      ],
    ]);
  });
  it('exchange valley and mountain when the sheet is turned over, and keep every length', () => {
    const [a, b] = [sheetLines(plan, 'A'), sheetLines(plan, 'B')];
    expect(lengths(b, 'mountain')).toEqual(lengths(a, 'valley'));
    expect(lengths(b, 'valley')).toEqual(lengths(a, 'mountain'));
    expect(lengths(b, 'cut')).toEqual(lengths(a, 'cut'));
    expect(b.items.find((item) => item.kind === 'line' && item.layer === 'cut')).toMatchObject({
      points: [{ x: mm(400) }, { x: mm(100) }],
    });
  });
  it('leave as SVG in real millimetres on named layers', () => {
    const svg = drawingToSvg(sheetLines(plan), 'Bells & <ropes>');
    expect(svg).toContain('width="400mm" height="300mm" viewBox="0 0 400 300"');
    expect(svg).toContain('<title>Bells &amp; &lt;ropes&gt;</title>');
    for (const layer of ['valley', 'mountain', 'cut']) expect(svg).toContain(`<g id="${layer}" data-layer="${layer}"`);
    expect(svg).toContain('points="0,100 300,100"');
  });
});
