import { at } from '../result.ts';
import type { FoldRun } from './run.ts';
import type { GlueHow, JoinHow, Purpose } from './step.ts';

/** What a step is done with, hands and a bone folder apart. */
export type Tool = 'blade' | 'glue' | 'tape' | 'awl' | 'needle-and-thread' | 'stapler' | 'cord' | 'clips';

/** What a step asks of the time after it: weights or a press; until it is dry. */
export type Afterwards = 'press' | 'dry';

/** What a step takes, makes one or parts, and what has to follow it. Panels by their index. */
export interface StepMeaning {
  readonly tools: readonly Tool[];
  readonly afterwards: readonly Afterwards[];
  readonly joins: readonly (readonly [number, number])[];
  readonly parts: boolean;
}

const GLUED: Readonly<Record<GlueHow, readonly Tool[]>> = {
  'double-leaf': ['glue'],
  // A notch for the thumb.
  pocket: ['blade', 'glue'],
  'glued-shut': ['glue'],
};

const JOINED: Readonly<Record<JoinHow, Pick<StepMeaning, 'tools' | 'afterwards'>>> = {
  'glued-tab': { tools: ['glue'], afterwards: ['press', 'dry'] },
  'hinge-strip': { tools: ['glue'], afterwards: ['press', 'dry'] },
  tape: { tools: ['tape'], afterwards: [] },
  sewn: { tools: ['needle-and-thread'], afterwards: [] },
  'slipped-in': { tools: [], afterwards: [] },
  cased: { tools: ['glue'], afterwards: ['press', 'dry'] },
};

const BOUND: Readonly<Record<Purpose<'bind'>, Pick<StepMeaning, 'tools' | 'afterwards'>>> = {
  nest: { tools: [], afterwards: [] },
  gather: { tools: [], afterwards: [] },
  'lay-into-fold': { tools: [], afterwards: [] },
  clip: { tools: ['clips'], afterwards: [] },
  pierce: { tools: ['awl'], afterwards: [] },
  sew: { tools: ['needle-and-thread'], afterwards: [] },
  'sew-section': { tools: ['needle-and-thread'], afterwards: [] },
  staple: { tools: ['stapler'], afterwards: [] },
  tie: { tools: ['cord'], afterwards: [] },
  press: { tools: [], afterwards: ['press'] },
  trim: { tools: ['blade'], afterwards: [] },
};

const NOTHING: StepMeaning = { tools: [], afterwards: [], joins: [], parts: false };

/** The meaning of a step (0-based) of a run: what a glueing is, and whether it is one, is only known once it is folded. */
export function meaningOf(run: FoldRun, index: number): StepMeaning {
  const step = at(run.steps, index);
  switch (step.kind) {
    case 'slit':
    case 'cut':
      return { ...NOTHING, tools: ['blade'], parts: true };
    case 'glue': {
      const glued = run.glued.find((one) => one.step === index);
      if (!glued) return NOTHING;
      return { ...NOTHING, tools: GLUED[glued.how], afterwards: ['press', 'dry'], joins: [glued.panels] };
    }
    case 'join':
      return {
        ...NOTHING,
        ...JOINED[step.how],
        joins: run.joined.flatMap((one) => (one.step === index ? [one.panels] : [])),
      };
    case 'bind':
      return { ...NOTHING, ...BOUND[step.purpose], parts: step.purpose === 'trim' };
    case 'fold':
    case 'unfold':
    case 'turn-over':
    case 'rotate':
    case 'collapse':
    case 'wrap':
      return NOTHING;
  }
}

/** Everything that the steps of a run are done with. */
export const toolsOf = (run: FoldRun): ReadonlySet<Tool> =>
  new Set(run.steps.flatMap((_, index) => meaningOf(run, index).tools));
