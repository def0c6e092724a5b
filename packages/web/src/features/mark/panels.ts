/** What a maker asks at the bench before the first fold. */
export const MARK_PANELS = [
  { id: 'marks', name: 'The marks', keys: 'E', query: { ask: 'marks' } },
  { id: 'slip', name: 'What a slip costs', also: 'error hand tolerance exact', keys: 'O', query: { ask: 'slip' } },
  { id: 'strip', name: 'A test strip', also: 'take-up measure', keys: 'F', query: { ask: 'strip' } },
] as const;
export type MarkPanel = (typeof MARK_PANELS)[number]['id'];
