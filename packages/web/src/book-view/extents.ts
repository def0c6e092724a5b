import { Box3, Vector3 } from 'three';
import { keptBy } from '@eight-up/core/kept';
import type { FoldedBook } from '@eight-up/core/forms/planned-book';
import { poseOnTape, tapeOf } from '@eight-up/core/folding/rehearsal';

/** What the paper covers at a position of the tape, in world coordinates; measured once. */
const extentAt = keptBy((plan: FoldedBook, position: number): Box3 => {
  const { laid } = plan.run;
  const mm = 1e-6 / laid.scale;
  const pose = poseOnTape(plan, position);
  const box = new Box3();
  const spot = new Vector3();
  laid.panels.forEach((panel, i) => {
    const m = pose.panels[i]!;
    for (const p of panel.outline) {
      const [x, y] = [p.x * mm, p.y * mm];
      box.expandByPoint(
        spot.set(m[0]! * x + m[1]! * y + m[3]!, -(m[4]! * x + m[5]! * y + m[7]!), m[8]! * x + m[9]! * y + m[11]!),
      );
    }
  });
  return box;
});

/** What the paper covers from the step before a position to the one after it: the whole step, not its every instant, so that the picture does not swim. */
export function extentOfStep(plan: FoldedBook, position: number): Box3 {
  const { end } = tapeOf(plan);
  const within = Math.min(Math.max(position, 0), end);
  // The paper is measured on the way too: what swings over is higher there than before and after.
  const [before, after] = [Math.floor(within), Math.ceil(within)];
  const box = extentAt(plan, before).clone();
  return before === after ? box : box.union(extentAt(plan, before + 0.5)).union(extentAt(plan, after));
}
