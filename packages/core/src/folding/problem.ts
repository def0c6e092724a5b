/** Why a fold programme cannot be carried out. `step` counts from 0; panels are named by their labels. */
export type FoldProblem =
  | { readonly code: 'severed'; readonly step: number; readonly panels: readonly string[] }
  | { readonly code: 'slit-off-the-sheet'; readonly step: number }
  | { readonly code: 'slit-reaches-the-edge'; readonly step: number }
  | { readonly code: 'nothing-moves'; readonly step: number }
  | { readonly code: 'fold-blocked'; readonly step: number; readonly panel: string; readonly by: string }
  | { readonly code: 'paper-through-paper'; readonly step: number; readonly panels: readonly string[] }
  | { readonly code: 'loop-does-not-close'; readonly step: number; readonly panels: readonly string[] }
  | {
      readonly code: 'ambiguous';
      readonly step: number;
      readonly orders: readonly [readonly string[], readonly string[]];
    }
  | { readonly code: 'undecided'; readonly step: number; readonly searched: number }
  | { readonly code: 'nothing-to-unfold'; readonly step: number }
  | { readonly code: 'not-flat'; readonly step: number }
  | { readonly code: 'no-such-panel'; readonly step: number; readonly panel: string }
  | { readonly code: 'no-such-crease'; readonly step: number }
  | { readonly code: 'glue-apart'; readonly step: number; readonly panels: readonly string[] }
  | { readonly code: 'place-not-exact'; readonly step: number }
  /** more panels over more steps than is worth folding; `most` panels with so many steps */
  | { readonly code: 'too-much-work'; readonly panels: number; readonly most: number };
