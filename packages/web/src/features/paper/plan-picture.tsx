import { isOwnSheet } from '@eight-up/core/document/kit';
import { sizeOfParent, type PaperPlan } from '@eight-up/core/cutting/plan-on-paper';
import type { Paper } from '@eight-up/core/paper/paper';
import { CuttingPicture } from '../../paper/cutting-picture.tsx';

/** One full sheet of a plan. */
export function PlanPicture({
  paper,
  plan,
  nameOf,
  className = 'h-36 w-full',
}: {
  readonly paper: Paper;
  readonly plan: PaperPlan;
  readonly nameOf: (piece: string) => string;
  readonly className?: string;
}) {
  const first = plan.full ?? (plan.sheets.find(({ plan: one }) => one.parent === paper.id) ?? plan.sheets[0])?.plan;
  if (!first) return null;
  const sheet = sizeOfParent(first, paper);
  // Drawn with the fibres it was counted with; counted without grain, with those it really has.
  const fibre = plan.fibre === 'any' ? sheet.fibre : plan.fibre;
  const count = first.pieces.filter(({ piece }) => isOwnSheet(piece)).length || first.pieces.length;
  return (
    <CuttingPicture
      plan={first}
      sheet={{ ...sheet, fibre }}
      nameOf={nameOf}
      texts={false}
      className={className}
      label={`${count} on a sheet of ${paper.name}`}
    />
  );
}
