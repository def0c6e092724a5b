import { z } from 'zod';
import type { Form } from './form.ts';

export const nestedBookletParameters = z.strictObject({
  /** pages that the maker has; what is missing to a multiple of four stays blank at the end */
  pages: z.number().int().min(1).max(400).default(16),
  reading: z.enum(['left-to-right', 'right-to-left']).default('left-to-right'),
});

/** Folios lie on one another and are folded together: four pages each. */
export const foliosFor = (pages: number): number => Math.ceil(pages / 4);

/** The nested booklet: folios folded once, one inside another, sewn or stapled through the fold. */
export const nestedBooklet: Form<z.output<typeof nestedBookletParameters>> = {
  id: 'nested-booklet',
  parameters: nestedBookletParameters,
  lies: 'landscape',
  grid: ({ pages }) => ({ columns: 2, rows: 1, sheets: foliosFor(pages) }),
  printed: () => ['A', 'B'],
  needs: () => [],
  // Face A of the top sheet is the outside: its cover half stays where it lies.
  hold: ({ reading }) => ({ cover: 'uppermost', reading, bolts: 'slit' }),
  programme: ({ reading }) => [
    {
      kind: 'fold',
      name: 'fold-the-nest',
      axis: 'vertical',
      at: { share: [1, 2] },
      direction: 'mountain',
      moving: reading === 'left-to-right' ? 'before' : 'after',
    },
  ],
};
