import { useState } from 'react';
import type { CutAlike } from '@eight-up/core/cutting/edition/edition-task';
import { marksOf, type Mark, type Reading } from '@eight-up/core/cutting/marks';
import type { Parent } from '@eight-up/core/cutting/parent';
import type { Kit } from '@eight-up/core/document/kit';
import {
  cutSentence,
  cutsHeading,
  CUTTING_CAUTION,
  DECKLES_KEPT,
  NO_CUTS,
  readWords,
  stackedSentence,
} from '@eight-up/words/cutting';
import { useSettings } from '../base/settings.ts';
import { Choices } from '../ui/choices.tsx';

/** What hands do for sheets that are cut alike: every cut in its order, then the marks to measure. */
export function CutOrders({
  one: { plan, times },
  kit: { manner },
  trims,
  keepsDeckle,
}: {
  readonly one: CutAlike;
  readonly kit: Pick<Kit, 'manner'>;
  readonly trims: Parent['trims'];
  readonly keepsDeckle: boolean;
}) {
  const unit = useSettings((s) => s.unit);
  const [fine, setFine] = useState<Reading>('sixteenths');
  const reading: Reading = unit === 'mm' ? 'mm' : fine;
  const marks = marksOf(plan.cuts, trims, reading);
  return (
    <>
      {unit === 'in' && (
        <Choices<Reading>
          label="The rule is read to"
          value={fine}
          onChange={setFine}
          choices={[
            { value: 'sixteenths', name: '1⁄16 in' },
            { value: 'thirty-seconds', name: '1⁄32 in' },
          ]}
        />
      )}
      <section aria-label="The cuts in order" className="slip p-4">
        <h3 className="text-lg">{cutsHeading(plan.cuts.length)}</h3>
        <p className="text-sm text-quiet">
          {plan.cuts.length === 0
            ? NO_CUTS
            : trims.left || trims.top
              ? 'First the true right angle; then every mark from it.'
              : 'Begin at a true right angle: left and top edges. Every mark is read from there.'}
        </p>
        <ol className="mt-1 list-decimal pl-6">
          {plan.cuts.map((cut, i) => (
            <li key={i} className="border-t border-bench-deep py-0.5 marker:font-bold">
              {cutSentence(cut, trims, manner.longest, reading)}
            </li>
          ))}
        </ol>
        {times > 1 && marks.length > 0 && (
          <p className="mt-2 border-t border-bench-deep pt-2 text-sm">{stackedSentence(times, marks)}</p>
        )}
        {keepsDeckle && <p className="mt-2 border-t border-bench-deep pt-2 text-sm">{DECKLES_KEPT}</p>}
        {plan.cuts.length > 0 && (
          <p className="mt-2 border-t border-bench-deep pt-2 text-sm">
            <strong>Heed:</strong> {CUTTING_CAUTION}
          </p>
        )}
      </section>
      {marks.length > 0 && (
        <section aria-label="The marks" className="slip p-4">
          <h3 className="text-lg">Marks from the trued edges</h3>
          <Marks marks={marks} reading={reading} />
        </section>
      )}
    </>
  );
}

function Marks({ marks, reading }: { readonly marks: readonly Mark[]; readonly reading: Reading }) {
  return (
    <div className="grid grid-cols-2 gap-x-4">
      {(['upright', 'level'] as const).map((axis) => (
        <div key={axis}>
          <p className="text-sm text-quiet">from the {axis === 'upright' ? 'left' : 'top'}</p>
          <ul>
            {marks
              .filter((mark) => mark.axis === axis)
              .map(({ at, cuts: along }) => (
                <li key={at} className="border-t border-bench-deep">
                  <span className="measure">{readWords(at, reading)}</span>{' '}
                  <span className="text-sm text-quiet">cut {along.join(', ')}</span>
                </li>
              ))}
          </ul>
        </div>
      ))}
    </div>
  );
}
