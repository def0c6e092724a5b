import { expect } from 'vitest';
import type { CuttingPlan } from '../src/cutting/cutting-plan.ts';
import type { CutRect } from '../src/cutting/lay-out.ts';
import type { Parent } from '../src/cutting/parent.ts';
import { mm, nm } from '../src/units/nm.ts';

/** What lies on the bench once scissors have followed a list of cuts: each parts just one paper, from edge to edge; of a tear or a kerf the gap is lost behind it. */
export function lyingAfter(from: Parent, cuts: CuttingPlan['cuts'], gap: number): readonly string[] {
  let papers: readonly CutRect[] = [{ left: mm(0), top: mm(0), width: from.width, height: from.height }];
  for (const { axis, at, from: start, to, why } of cuts) {
    const upright = axis === 'upright';
    const hit = papers.filter((p) =>
      upright
        ? p.left < at && at < p.left + p.width && p.top === start && p.top + p.height === to
        : p.top < at && at < p.top + p.height && p.left === start && p.left + p.width === to,
    );
    expect(hit).toHaveLength(1);
    const [p] = hit as [CutRect];
    const lost = why === 'part' ? gap : 0;
    const parts = upright
      ? [
          { ...p, width: nm(at - p.left) },
          { ...p, left: nm(at + lost), width: nm(p.left + p.width - at - lost) },
        ]
      : [
          { ...p, height: nm(at - p.top) },
          { ...p, top: nm(at + lost), height: nm(p.top + p.height - at - lost) },
        ];
    papers = [...papers.filter((one) => one !== p), ...parts.filter(({ width, height }) => width > 0 && height > 0)];
  }
  return papers.map(nameOf).sort();
}

/** What a plan says lies there: its pieces, its offcuts, and what was trimmed off. */
export function lyingIn(from: Parent, { pieces: laid, offcuts }: CuttingPlan): readonly string[] {
  const { left, right, top, bottom } = from.trims;
  const strips: readonly CutRect[] = [
    { left: mm(0), top: mm(0), width: left, height: from.height },
    { left, top: mm(0), width: nm(from.width - left), height: top },
    { left: nm(from.width - right), top, width: right, height: nm(from.height - top) },
    { left, top: nm(from.height - bottom), width: nm(from.width - left - right), height: bottom },
  ];
  return [...laid, ...offcuts, ...strips.filter(({ width, height }) => width > 0 && height > 0)].map(nameOf).sort();
}

const nameOf = ({ left, top, width, height }: CutRect): string => `${left} ${top} ${width} ${height}`;
