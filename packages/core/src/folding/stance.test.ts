import fc from 'fast-check';
import { expect, it } from 'vitest';
import { concertinaFixture } from '../forms/concertina.fixture.ts';
import { planBook } from '../forms/planned-book.ts';
import { mm } from '../units/nm.ts';
import { bookPose } from './book-pose.ts';

it('whatever is read of a concertina lies face up before the reader, leafed, alone at an end or turned over', () => {
  fc.assert(
    fc.property(concertinaFixture.choices, (parameters) => {
      const plan = planBook({ id: 'concertina', parameters }, { width: mm(120), height: mm(90), fibre: 'any' });
      if (!plan.ok) throw new Error(JSON.stringify(plan.problem));
      const { run, reading } = plan.value;
      reading.views.forEach(({ left, right }, view) => {
        const { panels } = bookPose(run, reading, view, 0);
        for (const page of [left, right]) {
          if (page === null) continue;
          const { panel, side } = reading.pages[page]!.face;
          // The third column of its move is where its face A looks.
          expect(panels[panel]![10]! * (side === 'A' ? 1 : -1), `page ${page + 1}`).toBeGreaterThan(0.99);
        }
      });
    }),
    { numRuns: 80 },
  );
});
