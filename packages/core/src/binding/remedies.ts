import type { Binding } from '../document/binding.ts';
import type { FoldedBook } from '../forms/planned-book.ts';
import { fittingStations } from '../stitches/stations.ts';
import { stitchById } from '../stitches/registry.ts';
import { parameterFields } from '../forms/parameter-fields.ts';
import { mm, nm, type Nm } from '../units/nm.ts';
import type { StitchProblem } from '../stitches/sewing.ts';
import { problemsOf, sewingWith, type Bound } from './sewn-book.ts';

/** Settings that settle one problem of a stitch, to be taken with one press: what is different in them, and the whole. */
export interface BindingRemedy {
  readonly does:
    | { readonly code: 'other-stitch'; readonly stitch: string }
    | { readonly code: 'stations'; readonly stations: number }
    | { readonly code: 'inset' | 'pitch' | 'hole' | 'thread' | 'reach' | 'leg'; readonly length: Nm }
    | { readonly code: 'school'; readonly school: string }
    | { readonly code: 'crown'; readonly length: Nm }
    | { readonly code: 'stitch-own-path' };
  readonly binding: Binding;
}

/** Awls, as wide as they are sold (usual). */
const AWLS = [0.5, 0.8, 1, 1.2, 1.5, 2, 3, 4, 6, 8, 10].map(mm);

/** What one press would do about a problem: only what, tried on the book, leaves nothing wrong. */
export function remediesFor(
  problem: StitchProblem,
  plan: FoldedBook,
  book: Pick<Bound, 'printing'>,
  binding: Binding,
): readonly BindingRemedy[] {
  return proposed(problem, binding).filter((remedy) => {
    const then = problemsOf(sewingWith(plan, book, remedy.binding));
    return !then.some(({ code }) => code === problem.code);
  });
}

function proposed(problem: StitchProblem, binding: Binding): readonly BindingRemedy[] {
  const { stitch, tools } = binding;
  if (!stitch) return [];
  const set = (parameters: Readonly<Record<string, unknown>>): Binding => ({
    ...binding,
    stitch: { ...stitch, parameters: { ...stitch.parameters, ...parameters } },
  });
  const instead = (id: string): BindingRemedy => ({
    does: { code: 'other-stitch', stitch: id },
    binding: { ...binding, ownPath: null, stitch: otherStitch(stitch.parameters, id) },
  });
  const tool = (code: 'hole' | 'thread' | 'reach' | 'leg', length: Nm): BindingRemedy => ({
    does: { code, length },
    binding: { ...binding, tools: { ...tools, [code]: length } },
  });
  switch (problem.code) {
    case 'no-such-stitch':
    case 'stitch-parameter':
      return [instead('pamphlet'), instead('link')];
    case 'no-fold-to-sew':
      return [instead('tied-cord')];
    case 'stitch-for-one-section':
      return [instead('link')];
    case 'stitch-for-several-sections':
      return [instead('pamphlet')];
    case 'station-count': {
      const { asked, from, to } = problem;
      const stations = Math.min(to, Math.max(from, Math.round(Number(asked)) || from));
      return [{ does: { code: 'stations', stations }, binding: set({ stations }) }];
    }
    case 'stations-not-folded':
      return [
        { does: { code: 'stations', stations: problem.nearest }, binding: set({ stations: problem.nearest }) },
        { does: { code: 'school', school: 'inset' }, binding: set({ school: 'inset' }) },
      ];
    case 'stations-do-not-fit':
      return fitting(problem.height, stitch.id, { ...stitch.parameters, stations: problem.stations }, set);
    case 'thread-thicker-than-hole': {
      const wider = AWLS.find((awl) => awl >= problem.thread);
      return [...(wider === undefined ? [] : [tool('hole', wider)]), tool('thread', problem.hole)];
    }
    case 'leg-too-short':
      return [instead('pamphlet'), tool('leg', nm(Math.ceil(problem.needed / mm(1)) * mm(1)))];
    case 'leaf-beyond-reach':
      return [instead('pamphlet'), tool('reach', nm(Math.ceil(problem.leaf / mm(10)) * mm(10)))];
    case 'staples-overlap':
      return [
        { does: { code: 'stations', stations: 2 }, binding: set({ stations: 2 }) },
        { does: { code: 'crown', length: mm(8) }, binding: set({ crown: mm(8) }) },
        instead('pamphlet'),
      ];
    default:
      return binding.ownPath ? [{ does: { code: 'stitch-own-path' }, binding: { ...binding, ownPath: null } }] : [];
  }
}

/** Another stitch keeps every answer that it asks for too. */
export function otherStitch(answers: Readonly<Record<string, unknown>>, id: string): Binding['stitch'] {
  const stitch = stitchById(id);
  if (!stitch) return null;
  const asked = parameterFields(stitch).map(({ name }) => name);
  const kept = Object.fromEntries(Object.entries(answers).filter(([name]) => asked.includes(name)));
  const whole = stitch.parameters.safeParse(kept);
  if (whole.success) return { id, parameters: whole.data };
  // What it cannot have is as usual.
  const bad = new Set(whole.error.issues.map(({ path }) => String(path[0])));
  const parameters = Object.fromEntries(Object.entries(kept).filter(([name]) => !bad.has(name)));
  const usual = stitch.parameters.safeParse(parameters);
  return { id, parameters: usual.success ? usual.data : {} };
}

function fitting(
  height: Nm,
  id: string,
  parameters: Readonly<Record<string, unknown>>,
  set: (parameters: Readonly<Record<string, unknown>>) => Binding,
): readonly BindingRemedy[] {
  const stitch = stitchById(id);
  const parsed = stitch?.parameters.safeParse(parameters);
  const asked = stitch && parsed?.success ? stitch.stations(parsed.data) : undefined;
  const counts = stitch && parameterFields(stitch).find(({ name }) => name === 'stations');
  if (!asked || counts?.kind !== 'count') return [];
  return fittingStations(height, asked, counts.from, counts.to).map((fits): BindingRemedy => {
    const { stations, school, inset, pitch } = fits;
    if (stations !== asked.stations) return { does: { code: 'stations', stations }, binding: set({ stations }) };
    if (school !== asked.school) return { does: { code: 'school', school }, binding: set({ school }) };
    return inset === asked.inset
      ? { does: { code: 'pitch', length: nm(pitch) }, binding: set({ pitch }) }
      : { does: { code: 'inset', length: nm(inset) }, binding: set({ inset }) };
  });
}
