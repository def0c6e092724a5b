import fc from 'fast-check';
import { expect, it } from 'vitest';
import { mm, nm } from '../units/nm.ts';
import { closedBlock } from './closed-block.ts';

const [T, G] = [mm(0.2), mm(0.02)];
const block = (strips: readonly number[], mended = mm(0)) => {
  let done = 0;
  const joints = strips.slice(0, -1).map((panels) => ({ after: (done += panels), inset: true, tab: mm(15) }));
  return closedBlock({
    panels: strips.reduce((sum, one) => sum + one, 0),
    panelWidth: mm(95),
    joints,
    thickness: T,
    glue: G,
    mended,
  });
};

it('with even strips all joints lie at one edge and every shift adds up; with odd ones they alternate', () => {
  expect(block([4, 4, 4, 4])).toMatchObject({ lean: 3 * (T + G), left: 16 * T + 3 * (T + G), right: 16 * T });
  // After 3 (right), 6 (left), 9 (right): one shift is left over, and the wedge is nearly balanced.
  expect(block([3, 3, 3, 3])).toMatchObject({ lean: -(T + G), left: 12 * T + (T + G), right: 12 * T + 2 * (T + G) });
});

it('narrowing by paper and glue takes the lean away and leaves the wedge; both mends together lean it the other way', () => {
  const strips = fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 2, maxLength: 12 });
  fc.assert(
    fc.property(strips, (parts) => {
      const [alone, mended, twice] = [block(parts), block(parts, nm(T + G)), block(parts, nm(2 * (T + G)))];
      expect(mended.lean).toBe(0);
      expect(twice.lean + alone.lean).toBe(0);
      expect([mended.left, mended.right]).toEqual([alone.left, alone.right]);
      // Every layer and every tab counts once at its edge.
      expect(alone.left + alone.right).toBe(2 * alone.layers.length * T + alone.tabs.length * (T + G));
    }),
  );
});
