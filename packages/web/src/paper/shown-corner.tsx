import { useMemo, type ReactNode } from 'react';
import { pieceOfCorner, type BookKind, type Corner } from '@eight-up/core/cutting/sheet-becomes';
import { planCutting } from '@eight-up/core/cutting/cutting-plan';
import type { CuttingManner } from '@eight-up/core/document/kit';
import { parentOf } from '@eight-up/core/cutting/kit';
import type { Paper } from '@eight-up/core/paper/paper';
import { measureSize } from '@eight-up/core/units/measure';
import { mm } from '@eight-up/core/units/nm';
import { cornerGrainSentence, cornerSpecialSentence } from '@eight-up/words/cutting';
import { formWords } from '@eight-up/words/forms/registry';
import { counted } from '@eight-up/words/counted';
import { useSettings } from '../base/settings.ts';
import { CuttingPicture } from './cutting-picture.tsx';

/** A size on the sheet: its pages, its pieces as they are cut, and what can be done with it. */
export function ShownCorner({
  paper,
  manner,
  corner,
  kind,
  children,
}: {
  readonly paper: Paper;
  readonly manner: CuttingManner;
  readonly corner: Corner;
  readonly kind: BookKind;
  readonly children: ReactNode;
}) {
  const unit = useSettings((s) => s.unit);
  const piece = pieceOfCorner(corner, kind);
  const plan = useMemo(() => {
    // Laid just as the point says, right or against the grain.
    const fibre = 'along-height' as const;
    const grain = corner.turned ? ('along-width' as const) : ('along-height' as const);
    const parent = { ...parentOf(paper, { manner }), fibre };
    return planCutting({ parent, pieces: [{ id: 'piece', ...piece, grain }], gap: mm(0) });
  }, [paper, manner, corner, piece]);
  const name = formWords(kind.form.id);
  const pieces = corner.across * corner.down;
  return (
    <section aria-label="The size chosen" className="slip p-4">
      <h2 className="text-lg">
        Page <span className="measure">{measureSize(corner.width, corner.height, unit)}</span>
      </h2>
      <p>
        {counted(corner.pages, 'page')} a sheet: {counted(pieces, name.one, name.many)}
        {kind.strip !== undefined && ` of ${counted(corner.panels, 'panel')}`}.
      </p>
      <p className={corner.grain === 'against' ? 'font-semibold text-blade' : ''}>{cornerGrainSentence(corner)}</p>
      {corner.special.length > 0 && <p className="text-quiet">{cornerSpecialSentence(corner)}</p>}
      {plan.ok && (
        <CuttingPicture
          plan={plan.value}
          sheet={paper.sheet}
          nameOf={() => name.one}
          texts={false}
          className="my-3 max-h-52 w-full"
          label={`${counted(pieces, 'piece')} on the sheet`}
        />
      )}
      {children}
    </section>
  );
}
