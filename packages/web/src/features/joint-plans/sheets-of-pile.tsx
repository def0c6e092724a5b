import { useEffect, useRef, useState } from 'react';
import type { JointPlanAnswer } from '@eight-up/core/contract/answers';
import { keepsDeckle, NO_TRIMS, parentOf } from '@eight-up/core/cutting/kit';
import { sizeOfParent, type PaperPlan } from '@eight-up/core/cutting/plan-on-paper';
import { counted } from '@eight-up/words/counted';
import { CutFiles } from '../../paper/cut-files.tsx';
import { CutOrders } from '../../paper/cut-orders.tsx';
import { CuttingPicture } from '../../paper/cutting-picture.tsx';
import { useCuts } from './use-joint-plans.ts';

/** So many different sheets are shown at once. */
const FEW = 6;

/** The sheets as they are cut, each kind once; the one that is pressed with its cuts, marks and files. */
export function SheetsOfPile({ answer }: { readonly answer: JointPlanAnswer }) {
  const { data, isPending, isError } = useCuts(answer);
  const [opened, setOpened] = useState<number>();
  const [all, setAll] = useState(false);
  if (isPending) return <p className="mt-2 text-quiet">Laying out the sheets …</p>;
  if (isError || !data) return null;
  const { paper } = answer.plan;
  const { cuts, names } = data;
  const nameOf = (piece: string) => names[piece] ?? piece;
  const shown = all ? cuts.sheets : cuts.sheets.slice(0, FEW);
  return (
    <>
      <ol className="mt-2 flex flex-wrap gap-4" aria-label="Its sheets">
        {shown.map(({ times, plan }, i) => {
          const sheets = plan.parent === paper.id ? counted(times, 'sheet') : counted(times, 'offcut');
          const said = `${sheets}: ${countsOf(plan.pieces.map(({ piece }) => nameOf(piece)))}`;
          return (
            <li key={i} className="w-52">
              <button
                type="button"
                aria-expanded={opened === i}
                className={`w-full p-1 text-left ${opened === i ? 'bg-choose-pale outline-2 outline-choose' : 'hover:bg-choose-pale'}`}
                onClick={() => setOpened(opened === i ? undefined : i)}
              >
                <CuttingPicture
                  plan={plan}
                  sheet={{ ...sizeOfParent(plan, paper), fibre: cuts.fibre }}
                  nameOf={nameOf}
                  texts={false}
                  className="h-44 w-full"
                  label={`${counted(plan.pieces.length, 'piece')} on a sheet`}
                />
                <span className="block text-sm">{said}</span>
                <span className="quiet-remedy text-sm">how to cut {times === 1 ? 'it' : 'them'}</span>
              </button>
            </li>
          );
        })}
        {cuts.sheets.length > shown.length && (
          <li className="self-center">
            <button type="button" className="quiet-remedy" onClick={() => setAll(true)}>
              and {counted(cuts.sheets.length - shown.length, 'kind')} of sheet more
            </button>
          </li>
        )}
      </ol>
      {opened !== undefined && cuts.sheets[opened] && (
        <HowToCut answer={answer} cuts={cuts} at={opened} nameOf={nameOf} />
      )}
    </>
  );
}

/** One kind of sheet for the bench. */
function HowToCut({
  answer: { id, revision, plan: pile },
  cuts,
  at,
  nameOf,
}: {
  readonly answer: JointPlanAnswer;
  readonly cuts: PaperPlan;
  readonly at: number;
  readonly nameOf: (piece: string) => string;
}) {
  const { paper } = pile;
  const one = cuts.sheets[at]!;
  const whole = one.plan.parent === paper.id;
  const shown = useRef<HTMLElement>(null);
  useEffect(() => shown.current?.scrollIntoView({ block: 'nearest' }), [at]);
  return (
    <section
      ref={shown}
      aria-label={`How to cut sheet ${at + 1}`}
      className="mt-3 grid grid-cols-[minmax(0,1fr)_minmax(260px,320px)] items-start gap-5 max-[1100px]:grid-cols-1"
    >
      <CuttingPicture
        plan={one.plan}
        sheet={{ ...sizeOfParent(one.plan, paper), fibre: cuts.fibre }}
        nameOf={nameOf}
        className="max-h-[70vh] w-full"
        label={`The cutting plan: ${counted(one.plan.pieces.length, 'piece')}, ${counted(one.plan.cuts.length, 'cut')}`}
      />
      <div className="flex flex-col gap-3">
        <CutFiles of={`/api/joint-plans/${id}`} at={at} more={`n=${revision}`} />
        <CutOrders
          key={at}
          one={one}
          kit={pile}
          trims={whole ? parentOf(paper, pile).trims : NO_TRIMS}
          keepsDeckle={whole && keepsDeckle(paper, pile, 'own')}
        />
      </div>
    </section>
  );
}

function countsOf(names: readonly string[]): string {
  const counts = new Map<string, number>();
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1);
  return [...counts].map(([name, count]) => `${count} × ${name}`).join('; ');
}
