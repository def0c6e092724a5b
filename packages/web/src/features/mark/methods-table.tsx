import { measure } from '@eight-up/core/units/measure';
import type { MethodCompared, SlipWanted } from '@eight-up/core/slip/advice';
import { worstOf } from '@eight-up/core/slip/exact';
import type { MarkingMethod } from '@eight-up/core/slip/method';
import { METHOD_WORDS, spreadWords } from '@eight-up/words/slip';
import { useSettings } from '../../base/settings.ts';

interface MethodsTableProps {
  readonly methods: readonly MethodCompared[];
  /** what a tick stands for */
  readonly wanted: SlipWanted;
  readonly chosen: MarkingMethod;
  readonly onChoose: (method: MarkingMethod) => void;
}

/** What each way of finding the folds comes to, in numbers; choosing one takes it. */
export function MethodsTable({ methods, wanted, chosen, onChoose }: MethodsTableProps) {
  const unit = useSettings((s) => s.unit);
  const hasJoints = methods.some(({ answer }) => answer.register.length > 0);
  return (
    <div className="overflow-x-auto">
      <table className="mt-2 w-full text-left">
        <caption className="pb-1 text-left text-sm text-quiet">
          How far out on the whole · what 95 books of 100 keep. Covers need a square block, pictures a true length. ✓:
          95 of 100 keep what is wanted (covers within {measure(wanted.covers, unit)}, a picture at a joint within{' '}
          {measure(wanted.pictures, unit)}).
        </caption>
        <thead>
          <tr className="border-b border-ink text-sm">
            <th scope="col">Folds are found</th>
            <th scope="col">length</th>
            <th scope="col">last edge</th>
            <th scope="col">covers</th>
            <th scope="col">head to tail</th>
            {hasJoints && <th scope="col">picture at a joint</th>}
          </tr>
        </thead>
        <tbody>
          {methods.map(({ method: one, answer: its, keepsCovers, keepsPictures }) => (
            <tr
              key={one}
              className={`border-b border-bench-deep ${one === chosen ? 'bg-choose-pale font-semibold' : ''}`}
            >
              <th scope="row" className="font-semibold">
                <button type="button" aria-pressed={one === chosen} className="remedy" onClick={() => onChoose(one)}>
                  {METHOD_WORDS[one]}
                </button>
              </th>
              <td className="measure">{spreadWords(its.length, unit)}</td>
              <td className="measure">{spreadWords(its.block, unit)}</td>
              <td className={`measure ${keepsCovers ? '' : 'text-blade'}`}>
                {spreadWords(its.covers, unit)} {keepsCovers ? '✓' : ''}
              </td>
              <td className="measure">{spreadWords(its.skew, unit)}</td>
              {hasJoints && (
                <td className={`measure ${keepsPictures ? '' : 'text-blade'}`}>
                  {spreadWords(worstOf(its.register)!, unit)} {keepsPictures ? '✓' : ''}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
