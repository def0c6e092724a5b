/** What a maker asks once everything is folded. */
export const BIND_PANELS = [
  { id: 'hold', name: 'What holds it', keys: 'E', query: { ask: 'hold' } },
  { id: 'closed', name: 'How thick it closes', keys: 'O', query: { ask: 'closed' } },
  { id: 'takes', name: 'What it takes', keys: 'F', query: { ask: 'takes' } },
] as const;
export type BindPanel = (typeof BIND_PANELS)[number]['id'];
