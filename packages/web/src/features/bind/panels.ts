/** What a maker asks once everything is folded. */
export const BIND_PANELS = [
  {
    id: 'hold',
    name: 'What holds it',
    also: 'stitch thread sew needle staples cord link stations template',
    keys: 'E',
    query: { ask: 'hold' },
  },
  {
    id: 'closed',
    name: 'How thick it closes',
    also: 'thickness closed measure spine trim',
    keys: 'O',
    query: { ask: 'closed' },
  },
  { id: 'takes', name: 'What it takes', also: 'buy shopping thread tools', keys: 'F', query: { ask: 'takes' } },
] as const;
export type BindPanel = (typeof BIND_PANELS)[number]['id'];
