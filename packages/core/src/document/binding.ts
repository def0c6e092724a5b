import { parseStitch, type ChoiceProblem, type StitchChoice } from '../stitches/choice.ts';
import type { OwnPath, SewingTools } from '../stitches/sewing.ts';
import { mm, type Nm } from '../units/nm.ts';

/** How a book is held together, with what, and how it is pressed. */
export interface Binding {
  /** null: not chosen yet, or nothing holds it */
  readonly stitch: StitchChoice | null;
  readonly ownPath: OwnPath | null;
  readonly tools: SewingTools;
  /** what holds the closed book down: a press or weights, or nothing */
  readonly pressed: boolean;
  /** one film of it, dry, where a form does not ask for its own */
  readonly glue: Nm;
}

/** Usual: thread of half a millimetre with 90 mm left at either end, an awl of one; a long stapler that takes legs of 10 mm; pressed. */
export const USUAL_BINDING: Binding = {
  stitch: null,
  ownPath: null,
  tools: { thread: mm(0.5), tail: mm(90), hole: mm(1), leg: mm(10), reach: mm(300) },
  pressed: true,
  glue: mm(0.02),
};

/** What a tool or a setting may be, in millimetres. */
export const BINDING_BOUNDS = {
  thread: [0.05, 10],
  tail: [10, 500],
  hole: [0.1, 10],
  leg: [3, 60],
  reach: [20, 2000],
  glue: [0, 2],
} as const;
type Bounded = keyof typeof BINDING_BOUNDS;

/** Settings that cannot be meant. Whether a stitch fits its book is another question (see binding/sewn-book). */
export type BindingProblem =
  ChoiceProblem | { readonly code: 'binding-length'; readonly what: Bounded; readonly from: Nm; readonly to: Nm };

export function bindingProblem({ stitch, tools, glue }: Binding): BindingProblem | undefined {
  const lengths: Readonly<Record<Bounded, Nm>> = { ...tools, glue };
  for (const what of Object.keys(BINDING_BOUNDS) as Bounded[]) {
    const [from, to] = BINDING_BOUNDS[what];
    if (!(lengths[what] >= mm(from) && lengths[what] <= mm(to)))
      return { code: 'binding-length', what, from: mm(from), to: mm(to) };
  }
  if (!stitch) return undefined;
  const parsed = parseStitch(stitch);
  return parsed.ok ? undefined : parsed.problem;
}
