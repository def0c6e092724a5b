import { z } from 'zod';
import { AXES } from '../geometry/line.ts';
import { PURPOSES, type Purpose, type Step, type StepKind } from './step.ts';

const purpose = <K extends StepKind>(kind: K) => ({
  kind: z.literal(kind),
  purpose: z.enum(PURPOSES[kind] as unknown as readonly [Purpose<K>, ...Purpose<K>[]]),
});
const label = z.string().min(1).max(40);
const whole = z.number().int();
const axis = z.enum(AXES as [(typeof AXES)[number], ...(typeof AXES)[number][]]);
const segment = z.union([
  z.strictObject({
    sheet: whole.min(0).optional(),
    axis: z.enum(['vertical', 'horizontal']),
    line: whole.min(0),
    from: whole.min(0).optional(),
    to: whole.min(0).optional(),
  }),
  z.strictObject({ sheet: whole.min(0).optional(), axis, atNm: whole, fromNm: whole, toNm: whole }),
]);
const bends = {
  bends: z.array(
    z.strictObject({
      crease: segment,
      to: z.enum(['valley', 'mountain', 'flat']),
      degrees: z.number().min(0).max(180).optional(),
    }),
  ),
  anchor: label.optional(),
  stands: z.boolean().optional(),
  oneByOne: z.boolean().optional(),
  above: z.array(z.tuple([label, label])).optional(),
};
const glueHow = z.enum(['double-leaf', 'pocket', 'glued-shut', 'none']);

/** Steps as they may come from outside. What they mean on a certain assembly is found when they are carried out (see runSteps). */
export const stepSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    ...purpose('fold'),
    axis,
    at: z.union([
      z.strictObject({ share: z.tuple([whole, whole.min(1)]) }),
      z.strictObject({ nm: whole }),
      z.strictObject({ line: whole.min(0) }),
    ]),
    direction: z.enum(['valley', 'mountain']),
    moving: z.enum(['before', 'after']),
    layers: z
      .union([
        z.literal('all'),
        z.strictObject({ flapWith: label }),
        z.strictObject({ sheets: z.tuple([whole.min(0), whole.min(0)]) }),
      ])
      .optional(),
  }),
  z.strictObject({ ...purpose('unfold'), which: z.enum(['last', 'all']) }),
  z.strictObject(purpose('turn-over')),
  z.strictObject({ ...purpose('rotate'), quarterTurns: whole }),
  z.strictObject({ ...purpose('slit'), segments: z.array(segment).min(1) }),
  z.strictObject({ ...purpose('cut'), segments: z.array(segment).min(1) }),
  z.strictObject({
    ...purpose('glue'),
    between: z.tuple([label, label]),
    whenBacksMeet: glueHow,
    whenFacesMeet: glueHow,
  }),
  z.strictObject({ ...purpose('collapse'), ...bends }),
  z.strictObject({ ...purpose('wrap'), ...bends }),
  z.strictObject({
    ...purpose('join'),
    how: z.enum(['glued-tab', 'hinge-strip', 'tape', 'sewn', 'slipped-in', 'cased']),
    lays: label,
    onto: label,
  }),
  z.strictObject({
    ...purpose('bind'),
    open: z.tuple([label, label]).optional(),
    stations: whole.min(1).optional(),
    section: whole.min(1).optional(),
    sections: whole.min(1).optional(),
    begins: z.enum(['inside', 'outside']).optional(),
    way: z.array(whole.min(1)).optional(),
    edges: z.array(z.enum(['head', 'tail', 'fore-edge'])).optional(),
  }),
]) as unknown as z.ZodType<Step>;
