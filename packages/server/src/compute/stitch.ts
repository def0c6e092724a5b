import type { z } from 'zod';
import type { computeStitchRequest } from '@eight-up/core/contract/schemas';
import { sidesAfter } from '@eight-up/core/stitches/path';
import { sewingOf } from '@eight-up/core/stitches/sewing';
import { THUMBS } from '@eight-up/core/stitches/thread';
import { pathWords, stitchProblemWords } from '@eight-up/words/binding';
import { Refusal } from '../errors.ts';

type Asked = z.output<typeof computeStitchRequest>;

/** A stitch on a fold, without a book: where its stations are, the way of the needle and whether it holds, what it takes. */
export function stitchAnswer({ stitch, parameters, tools, path: own, trimHead, trimTail, ...block }: Asked) {
  const made = sewingOf({ ...block, trimHead, trimTail }, { id: stitch, parameters }, tools, own ?? null);
  if (!made.ok) throw new Refusal('plan-impossible', stitchProblemWords(made.problem, 'mm'), made.problem);
  const { value: sewing } = made;
  const { path, staples, thread, problems } = sewing;
  const sides = path ? sidesAfter(path) : [];
  const sections = block.sections.length;
  return {
    stitch: sewing.stitch.id,
    parameters: sewing.parameters,
    stations: sewing.stations,
    begins: path?.begins ?? null,
    passes: path?.passes.map((pass, i) => ({ ...pass, side: sides[i]! })) ?? [],
    holds: problems.length === 0,
    problems: problems.map((problem) => ({ ...problem, message: stitchProblemWords(problem, 'mm', sections) })),
    thread: thread ?? null,
    thumbs: thread && sections === 1 ? THUMBS.map((heights) => ({ heights, length: heights * block.height })) : [],
    staples: staples ?? null,
    sentences: path ? pathWords(path, sections).map(({ text }) => text) : [],
  };
}
