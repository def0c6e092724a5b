import { useEffect } from 'react';
import { useThree } from '@react-three/fiber';
import { sidesOf } from '@eight-up/core/folding/laid-paper';
import type { PaperMesh } from './paper-mesh.ts';
import type { BookViewProps } from './props.ts';
import { paintPoster, paintSheet } from './sheet-texture.ts';
import { Turns } from './turns.ts';

/** What it costs to hand the picture of a sheet to the graphics, about. */
const HANDING_OVER_MS = 1;

/** Paints what is printed on the paper, sheet by sheet, and shows it as it comes; what was shown before stays until then. */
export function usePaintedSheets(
  paper: PaperMesh,
  { plan, placed, letters, poster, book }: Pick<BookViewProps, 'plan' | 'placed' | 'letters' | 'poster' | 'book'>,
): void {
  const invalidate = useThree((state) => state.invalidate);
  useEffect(() => {
    const turns = new Turns(invalidate);
    const { laid } = plan.run;
    laid.sheets.forEach((_, sheet) => {
      for (const side of sidesOf(laid, sheet))
        turns.add(
          () =>
            void paintSheet(plan, placed, letters, book, { sheet, side }, (canvas) =>
              turns.add(() => paper.show(sheet, side, canvas), HANDING_OVER_MS),
            ),
        );
    });
    return () => turns.stop();
  }, [paper, plan, placed, letters, book, invalidate]);
  useEffect(() => {
    if (!poster) return;
    const turns = new Turns(invalidate);
    void paintPoster(plan, poster, book, (canvas) => turns.add(() => paper.show(0, 'B', canvas), HANDING_OVER_MS));
    return () => {
      turns.stop();
      paper.show(0, 'B', undefined);
    };
  }, [paper, plan, poster, book, invalidate]);
}
