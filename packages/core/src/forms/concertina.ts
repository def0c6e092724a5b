import { closedBlock } from '../concertina/closed-block.ts';
import { problemOf } from '../concertina/concertina.ts';
import type { Assembly } from '../folding/assembly.ts';
import { fail, ok } from '../result.ts';
import { mm, nm } from '../units/nm.ts';
import { coveredEnds, partsOf, stepsOf } from './concertina-steps.ts';
import {
  bookOf,
  concertinaParameters,
  coverProblem,
  hingeProblem,
  isInset,
  laidStrips,
  MOST_PANELS,
  stillServe,
  stripsOf,
  stripsOn,
  type ConcertinaSettings,
} from './concertina-strips.ts';
import type { Form } from './form.ts';

/** A concertina folded to and fro, joined from as many strips as its paper asks for. */
export const concertina: Form<ConcertinaSettings, 'concertina'> = {
  id: 'concertina',
  family: 'opens-out',
  parameters: concertinaParameters,
  lies: 'either',
  refuses: (p, sheet) => {
    const problem = problemOf(bookOf(p)) ?? hingeProblem(p) ?? coverProblem(p);
    if (problem) return fail(problem);
    const strips = stripsOf(p, sheet);
    return strips.ok ? ok(null) : strips;
  },
  assembly: (p, sheet): Assembly => {
    const strips = stripsOf(p, sheet);
    const laid = laidStrips(p, strips.ok ? strips.value : [p.panels]);
    return {
      parts: partsOf(p, laid),
      steps: stepsOf(p, laid),
      hold: { kind: 'unfold', how: 'front-then-back', covered: coveredEnds(p, laid) },
    };
  },
  closed: (p, sheet, thickness) => {
    const strips = stripsOf(p, sheet);
    const laid = laidStrips(p, strips.ok ? strips.value : [p.panels]);
    return closedBlock({
      panels: laid.reduce((sum, { panels }) => sum + panels, 0),
      panelWidth: nm(p.panelWidth),
      joints: laid.slice(0, -1).map((strip) => ({
        after: strip.from + strip.panels - 1,
        inset: isInset(p, strip.joint),
        tab: p.joint === 'tab' ? nm(p.tab) : nm(Math.floor(p.hingeWidth / 2)),
      })),
      thickness,
      glue: p.joint === 'tab' ? nm(p.glue) : mm(0),
      mended: p.joint === 'tab' && p.inset !== 'left' ? nm(p.insetBy) : mm(0),
    });
  },
  cutFromSheet: {
    fibres: (p, { fibre }) =>
      fibre === 'any' || fibre === 'unknown' ? fibre : p.fibres === 'along-folds' ? 'along-height' : 'along-width',
    otherwise: { side: ['valleys', 'mountains', 'anywhere'], joint: ['tab', 'hinge-strip'] },
    square: (p, thickness) =>
      p.joint !== 'tab'
        ? p.hingeGap === 2 * thickness
          ? undefined
          : { hingeGap: 2 * thickness }
        : p.inset === 'left' || p.insetBy === thickness + p.glue
          ? undefined
          : { insetBy: thickness + p.glue },
    ofPages: ({ width, height }, pages, tab) => ({
      panelWidth: width,
      panelHeight: height,
      panels: Math.min(MOST_PANELS, Math.max(2, pages)),
      tab,
    }),
    lying: (_, fibre) => ({ fibres: fibre === 'along-width' ? 'across-folds' : 'along-folds' }),
    serves: stillServe,
    alike: (one, other) => String(one.strips) === String(other.strips),
    on: (p, on) => {
      const strips = stripsOn(p, on);
      return strips.ok ? ok({ strips: [...strips.value] }) : strips;
    },
  },
};
