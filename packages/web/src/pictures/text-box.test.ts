import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { joinedLines, type TextBox } from './text-box.ts';

const box = (left: number, top: number, width: number, height = 0.02): TextBox => ({ left, top, width, height });

describe('pieces of text on a page', () => {
  it('become lines: those of one height and near each other one, others apart', () => {
    const lines = joinedLines([box(0.3, 0.1, 0.1), box(0.1, 0.101, 0.19), box(0.1, 0.2, 0.3), box(0.8, 0.1, 0.1)]);
    expect(lines).toHaveLength(3);
    expect(lines[0]).toMatchObject({ left: 0.1, top: 0.1 });
    expect(lines[0]!.width).toBeCloseTo(0.3, 9);
  });

  it('nothing is lost: every piece lies inside some line', () => {
    const pieces = fc.array(
      fc.record({
        left: fc.double({ min: 0, max: 0.9, noNaN: true }),
        top: fc.double({ min: 0, max: 0.9, noNaN: true }),
        width: fc.double({ min: 0.01, max: 0.1, noNaN: true }),
        height: fc.double({ min: 0.005, max: 0.05, noNaN: true }),
      }),
      { maxLength: 30 },
    );
    fc.assert(
      fc.property(pieces, (all) => {
        const lines = joinedLines(all);
        expect(lines.length).toBeLessThanOrEqual(all.length);
        for (const { left, top, width, height } of all)
          expect(
            lines.some(
              (line) =>
                line.left <= left + 1e-9 &&
                line.top <= top + 1e-9 &&
                line.left + line.width >= left + width - 1e-9 &&
                line.top + line.height >= top + height - 1e-9,
            ),
          ).toBe(true);
      }),
    );
  });
});
