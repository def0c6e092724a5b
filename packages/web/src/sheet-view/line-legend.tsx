import { useMemo } from 'react';
import { creasePattern } from '@eight-up/core/folding/crease-pattern';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { LINE_CODE, type Layer } from '@eight-up/core/output/line-code';

const MEANING: Readonly<Partial<Record<Layer, string>>> = {
  valley: 'valley',
  mountain: 'mountain',
  creased: 'creased, lies flat',
  cut: 'cut',
  slit: 'slit, stop to stop',
};

/** What the lines of this sheet mean: only those it has. */
export function LineLegend({ plan, sheet = 0 }: { readonly plan: FoldedBook; readonly sheet?: number }) {
  const layers = useMemo(
    () => [...new Set(creasePattern(plan.run, sheet).map(({ kind }) => kind))].sort(),
    [plan, sheet],
  );
  return (
    <ul aria-label="What the lines mean" className="mt-1 flex flex-wrap justify-center gap-x-5 text-sm text-quiet">
      {layers.map((layer) => {
        const { width, dash, colour } = LINE_CODE[layer];
        return (
          <li key={layer} className="flex items-center gap-1.5">
            <svg width="34" height="8" aria-hidden="true">
              <line
                x1="0"
                x2="34"
                y1="4"
                y2="4"
                stroke={colour}
                strokeWidth={width * 4}
                strokeDasharray={dash.map((d) => d * 2).join(' ') || undefined}
              />
              {layer === 'slit' && (
                <>
                  <circle cx="4" cy="4" r="3" fill="#d9d6cf" stroke={colour} />
                  <circle cx="30" cy="4" r="3" fill="#d9d6cf" stroke={colour} />
                </>
              )}
            </svg>
            {MEANING[layer]}
          </li>
        );
      })}
    </ul>
  );
}
