/** The questions makers ask of paper, and the plan that comes of them. */
export const QUESTIONS = [
  { id: 'book', name: 'I know my book', keys: 'B', query: { ask: 'book' } },
  { id: 'sheet', name: 'I have this paper', keys: 'S', query: { ask: 'sheet' } },
  { id: 'compare', name: 'Which paper, which grain?', keys: 'W', query: { ask: 'compare' } },
  { id: 'cut', name: 'How to cut it', keys: 'C', query: { ask: 'cut' } },
] as const;
