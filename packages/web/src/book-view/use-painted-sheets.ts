import { useEffect } from 'react';
import { useThree } from '@react-three/fiber';
import { placeOnTape } from '@eight-up/core/folding/rehearsal';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { pagePlaces } from '@eight-up/core/pagination/page-places';
import { sidesOf } from '@eight-up/core/folding/laid-paper';
import type { PaperMesh } from './paper-mesh.ts';
import type { BookViewProps } from './props.ts';
import { paintPoster, paintSheet, type FaceOfBook } from './sheet-texture.ts';
import { Turns } from './turns.ts';

/** What it costs to hand the picture of a sheet to the graphics, about. */
const HANDING_OVER_MS = 1;

/** Of an open book what lies open is painted first, then the openings beside it. */
function nearestFirst(plan: FoldedBook, faces: readonly FaceOfBook[], position: number): readonly FaceOfBook[] {
  const place = placeOnTape(plan, position);
  if (place.kind === 'paper') return faces;
  const { left, right } = plan.reading.views[place.view]!;
  const open = left ?? right ?? 0;
  const key = ({ sheet, side }: FaceOfBook) => `${sheet}${side}`;
  const distance = new Map<string, number>();
  for (const { page, ...face } of pagePlaces(plan))
    distance.set(key(face), Math.min(distance.get(key(face)) ?? Infinity, Math.abs(page - open)));
  return [...faces].sort((one, other) => (distance.get(key(one)) ?? Infinity) - (distance.get(key(other)) ?? Infinity));
}

/** Paints what is printed on the paper, sheet by sheet, and shows it as it comes; what was shown before stays until then. */
export function usePaintedSheets(
  paper: PaperMesh,
  {
    plan,
    placed,
    letters,
    poster,
    book,
    tape,
  }: Pick<BookViewProps, 'plan' | 'placed' | 'letters' | 'poster' | 'book' | 'tape'>,
): void {
  const invalidate = useThree((state) => state.invalidate);
  useEffect(() => {
    const turns = new Turns(invalidate);
    const { laid } = plan.run;
    const faces = laid.sheets.flatMap((_, sheet) => sidesOf(laid, sheet).map((side) => ({ sheet, side })));
    for (const face of nearestFirst(plan, faces, tape.position))
      turns.add(
        () =>
          void paintSheet(plan, placed, letters, book, face, (canvas) =>
            turns.add(() => paper.show(face.sheet, face.side, canvas), HANDING_OVER_MS),
          ),
      );
    return () => turns.stop();
  }, [paper, plan, placed, letters, book, tape, invalidate]);
  useEffect(() => {
    if (!poster) return;
    const turns = new Turns(invalidate);
    void paintPoster(plan, poster, book, (canvas) => turns.add(() => paper.show(0, 'B', canvas), HANDING_OVER_MS));
    return () => {
      turns.stop();
      paper.show(0, 'B', undefined);
      invalidate();
    };
  }, [paper, plan, poster, book, invalidate]);
}
