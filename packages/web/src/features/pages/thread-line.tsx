import type { Thread } from '@eight-up/core/document/pages';

/** Each thread has its stitch as well as its colour, so that they differ in black and white. */
const STITCH: Readonly<Record<Thread, { readonly colour: string; readonly dash: string }>> = {
  rust: { colour: '#a5491d', dash: '' },
  moss: { colour: '#5c7426', dash: '9 3' },
  slate: { colour: '#3f627f', dash: '3 3' },
  ochre: { colour: '#94700c', dash: '9 3 3 3' },
  plum: { colour: '#75375f', dash: '14 3 3 3 3 3' },
  ink: { colour: '#16261f', dash: '1.5 4' },
};

/** A length of thread, stitched. */
export function ThreadLine({ thread, width }: { readonly thread: Thread; readonly width: number }) {
  const { colour, dash } = STITCH[thread];
  return (
    <svg width={width} height="6" aria-hidden="true" className="shrink-0">
      <line x1="0" x2={width} y1="3" y2="3" stroke={colour} strokeWidth="4" strokeDasharray={dash} />
    </svg>
  );
}
