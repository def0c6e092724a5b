import { describe, expect, it } from 'vitest';
import { planBook, type FoldedBook } from '../forms/planned-book.ts';
import { FORMS } from '../forms/registry.ts';
import { mm } from '../units/nm.ts';
import { ajarAt, restPose } from './ajar.ts';
import { eyeFor, FROM_THE_CHAIR } from './eye.ts';
import { looseness, poseAt } from './poses.ts';
import { poseOnTape, tapeOf } from './rehearsal.ts';
import { moveSpot } from './rigid.ts';
import { stepPlace } from './step-place.ts';

function planOf(id: string, parameters: Readonly<Record<string, unknown>> = {}): FoldedBook {
  const made = planBook({ id, parameters }, { width: mm(420), height: mm(297), fibre: 'any' });
  if (!made.ok) throw new Error(made.problem.code);
  return made.value;
}

const meander = planOf('meander-book', { rows: 4, columns: 4 });
const plans = [
  ...FORMS.map(({ id }) => planOf(id)),
  meander,
  planOf('meander-book', { rows: 3, columns: 4, cover: 'first', facesMeet: 'glued-shut' }),
  planOf('meander-book', { rows: 4, columns: 3, backsMeet: 'pocket' }),
  planOf('nested-booklet', { pages: 24 }),
];
const each = (check: (plan: FoldedBook, step: number) => void) =>
  plans.forEach((plan) => plan.run.steps.forEach((_, step) => check(plan, step)));

describe('where a step happens', () => {
  it('of the slit book: the middle fold, then the two beside it, then the slit, and nothing else', () => {
    const plan = planOf('slit-book');
    const at = (name: string) =>
      stepPlace(
        plan.run,
        plan.run.steps.findIndex((one) => one.purpose === name),
      );
    const mmOf = (ticks: number) => (ticks * 1e-6) / plan.run.laid.scale;
    const lines = (name: string) =>
      new Set(at(name).creases.map(({ segment }) => `${segment.axis} ${mmOf(segment.at)}`));
    expect(lines('halve')).toEqual(new Set(['vertical 210']));
    expect(lines('halve-again')).toEqual(new Set(['vertical 105', 'vertical 315']));
    expect(lines('open')).toEqual(new Set(['vertical 105', 'vertical 210', 'vertical 315']));
    expect(at('slit-middle').creases).toEqual([]);
    expect(at('slit-middle').cuts.map(({ from, to }) => [mmOf(from), mmOf(to)])).toEqual([[105, 315]]);
    expect(at('push-to-plus').moved).toHaveLength(8);
  });

  it('is somewhere: a fold at creases with something that moves, a cut at cuts, glue at two faces that look at one another', () => {
    each(({ run }, step) => {
      const { creases, cuts, faces, moved } = stepPlace(run, step);
      switch (run.steps[step]!.kind) {
        case 'fold':
        case 'unfold':
        case 'collapse':
        case 'wrap':
          expect(creases.length).toBeGreaterThan(0);
          expect(moved.length).toBeGreaterThan(0);
          break;
        case 'slit':
        case 'cut':
          expect(cuts.length).toBeGreaterThan(0);
          break;
        case 'glue':
          expect(faces.length).toBe(run.glued.some((one) => one.step === step) ? 2 : 0);
          break;
        case 'join':
          expect(faces).toHaveLength(2);
          expect(moved.length).toBeGreaterThan(0);
          break;
        default:
          expect(moved.length).toBe(run.laid.panels.length);
      }
    });
  });

  it('of a meander glued where backs meet is on two backs; glued shut it is on two printed faces', () => {
    const sides = plans.flatMap(({ run }) =>
      run.steps.flatMap((_, step) => {
        const how = run.glued.find((one) => one.step === step)?.how;
        return how ? stepPlace(run, step).faces.map(({ side }) => ({ how, side })) : [];
      }),
    );
    expect(sides.length).toBeGreaterThan(8);
    for (const { how, side } of sides) expect(side).toBe(how === 'glued-shut' ? 'A' : 'B');
  });
});

describe('the pile opened for glue', () => {
  it('tears nothing, at any share, and opens for every glueing of a strip', () => {
    let opened = 0;
    each((plan, step) => {
      const { run } = plan;
      if (run.steps[step]!.kind !== 'glue') return;
      expect(ajarAt(run, step)).toBeDefined();
      opened++;
      for (const t of [0.2, 0.6, 1]) {
        const { panels } = poseOnTape(plan, step + t);
        expect(looseness(run.laid, panels, run.moments[step + 1]!.hinges)).toBeLessThan(1e-9);
      }
    });
    expect(opened).toBeGreaterThan(6);
  });

  it('holds the two faces at an angle, not on one another, and no paper under the table', () => {
    each(({ run }, step) => {
      const { faces } = stepPlace(run, step);
      if (faces.length === 0 || run.steps[step]!.kind !== 'glue') return;
      const { panels } = restPose(run, step);
      const [one, other] = faces.map(({ panel, side }) => {
        const m = panels[panel]!;
        return [m[2]!, m[6]!, m[10]!].map((value) => (side === 'A' ? value : -value));
      });
      // Closed they look straight at one another (−1); opened past a right angle they look more the same way.
      expect(one!.reduce((sum, value, i) => sum + value * other![i]!, 0)).toBeGreaterThan(0.3);
      const mmOf = 1e-6 / run.laid.scale;
      run.laid.panels.forEach(({ outline }, i) =>
        outline.forEach((p) =>
          expect(moveSpot(panels[i]!, { x: p.x * mmOf, y: p.y * mmOf, z: 0 }).z).toBeGreaterThan(-1e-6),
        ),
      );
    });
  });

  it('is closed again before anything else moves, without a leap anywhere on the tape', () => {
    const { end } = tapeOf(meander);
    const corner = (position: number) =>
      poseOnTape(meander, position).panels.map((m) => moveSpot(m, { x: 10, y: 20, z: 0 }));
    const stride = 0.005;
    for (let at = 0; at + stride <= end; at += stride) {
      const [here, there] = [corner(at), corner(at + stride)];
      const leap = Math.max(...here.map((p, i) => Math.hypot(p.x - there[i]!.x, p.y - there[i]!.y, p.z - there[i]!.z)));
      expect(leap, `at ${at}`).toBeLessThan(34);
    }
  });
});

describe('the eye', () => {
  it('sees both faces that are glued', () => {
    each(({ run }, step) => {
      const eye = eyeFor(run, step);
      expect(Math.hypot(eye.x, eye.y, eye.z)).toBeCloseTo(1, 9);
      const { panels } = restPose(run, step);
      if (run.steps[step]!.kind !== 'glue') return;
      for (const { panel, side } of stepPlace(run, step).faces) {
        const m = panels[panel]!;
        const facing = (m[2]! * eye.x + m[6]! * eye.y + m[10]! * eye.z) * (side === 'A' ? 1 : -1);
        expect(facing).toBeGreaterThan(0.1);
      }
    });
  });

  it('stays in the chair for a fold that comes up and over in full sight', () => {
    const { run } = planOf('slit-book');
    expect(eyeFor(run, 0)).toEqual(FROM_THE_CHAIR);
    expect(poseAt(run, 0, 0.5).panels).toHaveLength(8);
  });
});
