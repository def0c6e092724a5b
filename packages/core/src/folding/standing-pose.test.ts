import { describe, expect, it } from 'vitest';
import { planBook } from '../forms/planned-book.ts';
import { FORMS } from '../forms/registry.ts';
import { standingDrawing } from '../output/standing-drawing.ts';
import { mm } from '../units/nm.ts';
import { looseness } from './poses.ts';
import { lastMoment } from './run.ts';
import { standingPose } from './standing-pose.ts';

const choices = [
  ...FORMS.map(({ id }) => ({ id, parameters: {} })),
  { id: 'slit-book', parameters: { cover: 'middle', reading: 'right-to-left' } },
  { id: 'meander-book', parameters: { rows: 2, columns: 5, cover: 'first' } },
  { id: 'nested-booklet', parameters: { pages: 40 } },
  { id: 'right-angle-section', parameters: { folds: 4 } },
  { id: 'fold-out-booklet', parameters: { flaps: ['right', 'none', 'both'] } },
  ...['half', 'zigzag', 'gate'].map((fold) => ({ id: 'plain-fold', parameters: { fold } })),
];

describe('the finished book, stood up for a picture', () => {
  it.each(choices)(
    'of $id $parameters hangs together, stands on the table, cover head up and towards the maker',
    (choice) => {
      const made = planBook(choice, { width: mm(297), height: mm(210), fibre: 'any' });
      if (!made.ok) throw new Error(made.problem.code);
      const { run, reading } = made.value;
      const { panels } = standingPose(run, reading);
      expect(looseness(run.laid, panels, lastMoment(run).hinges)).toBeLessThan(1e-6);
      const cover = reading.layers[0]!;
      const { placed } = reading.held;
      // Outwards, of the face that lies up in the closed book: towards y, not up or down.
      const up = Math.sign(placed[cover]!.a * placed[cover]!.d - placed[cover]!.b * placed[cover]!.c);
      const m = panels[cover]!;
      expect(up * m[6]!).toBeCloseTo(Math.cos((24 * Math.PI) / 180), 6);
      expect(m[10]).toBeCloseTo(0, 6);
      const drawing = standingDrawing(made.value, mm(40), mm(30));
      expect(drawing.items).toHaveLength(run.laid.panels.length);
      const tones = drawing.items.map((item) => item.kind === 'area' && item.tone);
      expect(tones.filter((tone) => tone === 'cover')).toHaveLength(1);
      for (const { x, y } of drawing.items.flatMap((item) => ('points' in item ? item.points : []))) {
        expect(x >= 0 && x <= mm(40) && y >= 0 && y <= mm(30)).toBe(true);
      }
    },
  );
});
