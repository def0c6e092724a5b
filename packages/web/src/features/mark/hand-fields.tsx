import { useState } from 'react';
import { handProblem, type Hand, type HandProblem } from '@eight-up/core/slip/hand';
import type { Nm } from '@eight-up/core/units/nm';
import { measuredWords } from '@eight-up/words/measuring';
import { HAND_WORDS, handProblemWords } from '@eight-up/words/slip';
import { useSettings } from '../../base/settings.ts';
import { MeasureField } from '../../ui/measure-field.tsx';
import { useBenchHand } from './bench-hand.ts';
import { useHand } from './use-hand.ts';

/** The figures of the maker's hand; one that is none is said, and what was there before counts. */
export function HandFields() {
  const unit = useSettings((s) => s.unit);
  const { own, set } = useBenchHand();
  const { hand, measured } = useHand();
  const [problem, setProblem] = useState<HandProblem>();
  const change = (what: keyof Hand, value: Nm) => {
    const found = handProblem({ ...hand, [what]: value });
    setProblem(found);
    if (!found) set({ own: { ...own, [what]: value } });
  };
  return (
    <section aria-label="Your hand" className="slip p-4">
      <h3 className="text-lg">Your hand</h3>
      <p className="text-sm text-quiet">Standard deviations: two times of three you are out by less.</p>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1">
        {(Object.keys(HAND_WORDS) as (keyof Hand)[]).map((what) => (
          <MeasureField
            key={what}
            label={HAND_WORDS[what]}
            value={hand[what]}
            onChange={(value) => change(what, value)}
          />
        ))}
      </div>
      {problem && (
        <p role="alert" className="mt-1 text-sm text-blade">
          {handProblemWords(problem, unit)}
        </p>
      )}
      <p className="mt-2 text-sm">
        Reading a ruler:{' '}
        {own.reading !== undefined ? 'as you said' : measured ? measuredWords(measured, unit) : 'usual'}.
      </p>
      {Object.keys(own).length > 0 && (
        <button
          type="button"
          className="remedy text-sm"
          onClick={() => {
            setProblem(undefined);
            set({ own: {} });
          }}
        >
          Count with what is measured, or usual
        </button>
      )}
    </section>
  );
}
