import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mm } from '../units/nm.ts';
import { parameterFields } from '../forms/parameter-fields.ts';
import { pathProblems, type PathProblem, type PathTask } from './check-path.ts';
import { throughOneFold, type FoldSide, type Pass, type Path } from './path.ts';
import { STITCHES } from './registry.ts';
import { sewingOf, type BlockToSew, type Sewing } from './sewing.ts';
import { stationsOn } from './stations.ts';

const TOOLS = { thread: mm(0.5), tail: mm(90), hole: mm(1), leg: mm(10), reach: mm(300) };
const block = (sections: readonly number[] = [5], more: Partial<BlockToSew> = {}): BlockToSew => ({
  height: mm(210),
  trimHead: mm(0),
  trimTail: mm(0),
  leaf: mm(148),
  sections,
  sheet: mm(0.1),
  ...more,
});

function sewn(id: string, parameters: object, of = block()): Sewing {
  const made = sewingOf(of, { id, parameters: { ...parameters } }, TOOLS);
  if (!made.ok) throw new Error(JSON.stringify(made.problem));
  return made.value;
}
const stationsOf = ({ path }: Sewing): readonly number[] => path!.passes.map(({ station }) => station);

describe('the ways of the needle that the craft has', () => {
  // Each followed with a thread in hand: out at the middle, in at the next, … and the ends met over the long stitch.
  it.each([
    ['pamphlet', { stations: 3 }, [2, 3, 1, 2]],
    ['pamphlet', { stations: 5 }, [3, 4, 5, 4, 2, 1, 2, 3]],
    ['pamphlet', { stations: 7 }, [4, 5, 6, 7, 6, 5, 3, 2, 1, 2, 3, 4]],
    ['pamphlet', { stations: 4 }, [2, 3, 4, 3, 1, 2]],
    ['pamphlet', { stations: 4, beside: 'nearer-tail' }, [3, 4, 2, 1, 2, 3]],
    ['running', { stations: 5 }, [1, 2, 3, 4, 5, 4, 3, 2]],
    ['running', { stations: 4 }, [1, 2, 3, 4, 3, 2]],
    ['running', { stations: 5, start: 3 }, [3, 4, 5, 4, 3, 2, 1, 2]],
    ['running', { stations: 4, start: 9 }, [4, 3, 2, 1, 2, 3]],
    ['running', { stations: 2 }, [1, 2]],
  ] as const)('%s %j', (id, parameters, path) => {
    expect(stationsOf(sewn(id, parameters))).toEqual(path);
  });

  it('link: loops in the first section, under them in the second, tied at the head with the end that hangs there', () => {
    const { path } = sewn('link', { stations: 3 }, block([4, 4, 4]));
    const told = path!.passes.map(
      ({ kind, section, station }) => `${kind === 'under' ? 'u' : ''}${section}.${station}`,
    );
    expect(told).toEqual([
      ...['1.1', '1.2', '1.2', '1.3'],
      ...['2.3', '2.2', 'u1.2', '2.2', '2.1', 'u1.1'],
      ...['3.1', '3.2', 'u2.2', '3.2', '3.3', 'u2.3'],
    ]);
  });
});

/** Thread followed by itself: which gaps it covers on which side, how often. Shares nothing with the checker. */
function covered(path: readonly number[], begins: FoldSide, stations: number) {
  const lies = new Map<string, number>();
  const run = (side: string, a: number, b: number) => {
    for (let gap = Math.min(a, b); gap < Math.max(a, b); gap++)
      lies.set(`${side} ${gap}`, (lies.get(`${side} ${gap}`) ?? 0) + 1);
  };
  let inside = begins === 'inside';
  path.forEach((station, i) => {
    inside = !inside;
    if (i + 1 < path.length) run(inside ? 'inside' : 'outside', station, path[i + 1]!);
  });
  if (inside === (begins === 'inside')) run(begins, path.at(-1)!, path[0]!);
  const gaps = Array.from({ length: stations - 1 }, (_, i) => i + 1);
  return {
    gaps,
    times: (side: string, gap: number) => lies.get(`${side} ${gap}`) ?? 0,
    home: inside === (begins === 'inside'),
  };
}

describe('every stitch, at every count that it takes', () => {
  const cases = STITCHES.flatMap((stitch) => {
    const counts = parameterFields(stitch).find(({ name }) => name === 'stations');
    return counts?.kind === 'count'
      ? Array.from({ length: counts.to - counts.from + 1 }, (_, i) => ({ stitch, stations: counts.from + i }))
      : [];
  });
  it('there are some', () => expect(cases.length).toBeGreaterThan(35));

  it.each(cases.map((one) => [one.stitch.id, one.stations, one] as const))(
    '%s with %i passes',
    (_, stations, { stitch }) => {
      const sections = stitch.holds === 'several-sections' ? [[2, 2], [4, 3, 3], new Array<number>(24).fill(4)] : [[5]];
      for (const of of sections)
        for (const more of [{}, { begins: 'outside' }, { beside: 'nearer-tail' }, { start: 2 }, { start: 11 }]) {
          const asked = Object.fromEntries(
            Object.entries(more).filter(([name]) => parameterFields(stitch).some((field) => field.name === name)),
          );
          const { problems, path } = sewn(stitch.id, { stations, ...asked }, block(of));
          expect(problems).toEqual([]);
          if (!path || of.length > 1) continue;
          const { gaps, times, home } = covered(stationsOf({ path } as Sewing), path.begins, stations);
          expect(home).toBe(true);
          expect(path.passes).toHaveLength(2 * stations - 2);
          for (const gap of gaps) expect([times('inside', gap), times('outside', gap)]).toEqual([1, 1]);
        }
    },
  );
});

const task = (stations: number): PathTask => ({ stations, sections: 1, covered: 'both-sides' });
const codes = (problems: readonly PathProblem[]) => [...new Set(problems.map(({ code }) => code))];

/** A sound path of one fold: stitch, count, where it begins. */
const sound = fc
  .record({
    id: fc.constantFrom('pamphlet', 'running'),
    stations: fc.integer({ min: 3, max: 11 }),
    begins: fc.constantFrom<FoldSide>('inside', 'outside'),
    start: fc.integer({ min: 1, max: 11 }),
  })
  .map(({ id, stations, begins, start }) => ({
    stations,
    path: sewn(id, id === 'running' ? { stations, begins, start } : { stations, begins }).path!,
  }));
const with_ = (path: Path, passes: readonly Pass[]): Path => ({ ...path, passes });

describe('broken paths are refused, for the reason that they are broken', () => {
  it('one pass taken out: the ends lie apart', () => {
    fc.assert(
      fc.property(sound, fc.nat(), ({ path, stations }, at) => {
        const gone = at % path.passes.length;
        const problems = pathProblems(with_(path, path.passes.toSpliced(gone, 1)), task(stations));
        expect(codes(problems)).toContain('path-ends-apart');
      }),
    );
  });

  it('a station left out: it is named, and the thread still comes home if it was passed an even number of times', () => {
    fc.assert(
      fc.property(sound, fc.nat(), ({ path, stations }, at) => {
        const left = (at % stations) + 1;
        const passes = path.passes.filter(({ station }) => station !== left);
        const problems = pathProblems(with_(path, passes), task(stations));
        expect(problems).toContainEqual({ code: 'path-leaves-out', hole: { section: 1, station: left } });
        const odd = (path.passes.length - passes.length) % 2 === 1;
        expect(codes(problems).includes('path-ends-apart')).toBe(odd);
      }),
    );
  });

  it('in and out at once: it falls out there', () => {
    fc.assert(
      fc.property(sound, fc.nat(), fc.integer({ min: 1, max: 11 }), ({ path, stations }, at, where) => {
        const loop: Pass = { kind: 'through', section: 1, station: Math.min(where, stations) };
        const place = at % (path.passes.length + 1);
        const problems = pathProblems(with_(path, path.passes.toSpliced(place, 0, loop, loop)), task(stations));
        expect(problems.some((one) => one.code === 'path-falls-out' && one.hole.station === loop.station)).toBe(true);
      }),
    );
  });

  it('there and back along one gap once more: it lies there twice', () => {
    fc.assert(
      fc.property(sound, fc.nat(), ({ path, stations }, at) => {
        const place = at % path.passes.length;
        const { station } = path.passes[place]!;
        const beside = station < stations ? station + 1 : station - 1;
        const more: readonly Pass[] = [beside, station].map((one) => ({ kind: 'through', section: 1, station: one }));
        const problems = pathProblems(with_(path, path.passes.toSpliced(place + 1, 0, ...more)), task(stations));
        expect(codes(problems)).toContain('path-gap-doubled');
      }),
    );
  });

  it('a station that is not there; none at all; a knot over nothing', () => {
    const of = (...stations: number[]) => pathProblems(throughOneFold('inside', stations), task(3));
    expect(of(2, 3, 4, 2)).toEqual([{ code: 'path-no-such-station', pass: 2, hole: { section: 1, station: 4 } }]);
    expect(of()).toEqual([{ code: 'path-empty' }]);
    // Down one side only and home: the ends meet at 1 with no thread between them.
    expect(codes(of(1, 2, 3, 1))).toContain('path-knot-slips');
    // Straight down and left there: outside past 1 and 2, inside past 2 and 3.
    expect(of(1, 2, 3)).toEqual([
      { code: 'path-ends-apart', begins: 'inside', ends: 'outside' },
      { code: 'path-gap-bare', section: 1, gap: 1, side: 'inside' },
      { code: 'path-gap-bare', section: 1, gap: 2, side: 'outside' },
    ]);
  });

  it('a link left out between two sections is named by its station', () => {
    const { path } = sewn('link', { stations: 4 }, block([3, 3, 3]));
    fc.assert(
      fc.property(fc.nat(), (at) => {
        const links = path!.passes.flatMap(({ kind }, i) => (kind === 'under' ? [i] : []));
        const gone = links[at % links.length]!;
        const under = path!.passes[gone]!;
        const problems = pathProblems(with_(path!, path!.passes.toSpliced(gone, 1)), {
          stations: 4,
          sections: 3,
          covered: 'inside',
        });
        expect(problems).toContainEqual({
          code: 'path-not-linked',
          hole: { section: under.section + 1, station: under.station },
        });
      }),
    );
  });

  it('any path: what the checker says of gaps is what the thread does', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 11 }).chain((stations) =>
          fc.record({
            stations: fc.constant(stations),
            begins: fc.constantFrom<FoldSide>('inside', 'outside'),
            way: fc.array(fc.integer({ min: 1, max: stations }), { minLength: 1, maxLength: 30 }),
          }),
        ),
        ({ stations, begins, way }) => {
          const problems = pathProblems(throughOneFold(begins, way), task(stations));
          const { gaps, times, home } = covered(way, begins, stations);
          const told = (code: string, side: string, gap: number) =>
            problems.some((one) => one.code === code && 'gap' in one && one.side === side && one.gap === gap);
          expect(codes(problems).includes('path-ends-apart')).toBe(!home);
          for (const gap of gaps)
            for (const side of ['inside', 'outside']) {
              expect(told('path-gap-bare', side, gap)).toBe(times(side, gap) === 0);
              expect(told('path-gap-doubled', side, gap)).toBe(times(side, gap) > 1);
            }
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('thread, stations, staples', () => {
  it('for one fold comes to twice the way from the first to the last, 2(n − 1) holes, two ends', () => {
    fc.assert(
      fc.property(sound, fc.integer({ min: 1, max: 12 }), ({ stations, path }, folios) => {
        const of = block([folios]);
        const made = sewingOf(of, { id: 'running', parameters: { stations } }, TOOLS, {
          begins: path.begins,
          stations: path.passes.map(({ station }) => station),
          covered: 'both-sides',
        });
        if (!made.ok) throw new Error(made.problem.code);
        const { thread, stations: at } = made.value;
        expect(thread!.whole).toBe(2 * (at.at(-1)! - at[0]!) + 2 * (stations - 1) * folios * of.sheet + 2 * TOOLS.tail);
      }),
    );
  });

  it('of a link stays beside the usual sum M·(last − first) + M·n·(2ST + 2P), without its ends', () => {
    const of = block(new Array<number>(8).fill(4));
    const { thread, stations } = sewn('link', { stations: 5 }, of);
    const [depth, pitch] = [mm(0.4), mm(0.8 + 0.5)];
    const usual = 8 * (stations.at(-1)! - stations[0]!) + 8 * 5 * (2 * depth + 2 * pitch);
    expect(Math.abs(thread!.whole - 2 * TOOLS.tail - usual)).toBeLessThan(0.03 * usual);
  });

  it('stations: the schools on a fold of 210 mm, by hand', () => {
    const at = (asked: object, height = mm(210)) => {
      const made = stationsOn(height, {
        stations: 5,
        school: 'inset',
        inset: mm(15),
        pitch: mm(30),
        ...asked,
      } as never);
      return made.ok ? made.value.map((one) => one / 1e6) : made.problem.code;
    };
    expect(at({})).toEqual([15, 60, 105, 150, 195]);
    expect(at({ school: 'even' })).toEqual([35, 70, 105, 140, 175]);
    expect(at({ school: 'template' })).toEqual([15, 52.5, 105, 157.5, 195]);
    expect(at({ school: 'pitch' })).toEqual([45, 75, 105, 135, 165]);
    expect(at({ school: 'pitch', pitch: mm(60) })).toBe('stations-do-not-fit');
    expect(at({ school: 'template', stations: 7 })).toBe('stations-not-folded');
    expect(at({ stations: 11 }, mm(40))).toBe('stations-do-not-fit');
  });

  it('stand on the finished height: what is trimmed at the head moves them down', () => {
    const trimmed = sewn('pamphlet', { stations: 3 }, block([5], { trimHead: mm(4), trimTail: mm(6) }));
    expect(trimmed.stations.map((one) => one / 1e6)).toEqual([19, 104, 189]);
  });

  it('a leg goes through all folios and the cover, 3 mm more; what is too thick or too wide is told', () => {
    const { staples, problems } = sewn('saddle-staples', { along: mm(0.3) }, block([10]));
    expect(staples!.leg).toBe(mm(10 * 0.1 + 0.3 + 3));
    expect(problems).toEqual([]);
    const thick = sewn('saddle-staples', {}, block([80], { leaf: mm(400) }));
    expect(thick.problems.map(({ code }) => code)).toEqual(['leg-too-short', 'leaf-beyond-reach']);
  });

  it.each([0, 1, 12, 2.5, 'five'])('%j stations are refused with what may be', (stations) => {
    const made = sewingOf(block(), { id: 'pamphlet', parameters: { stations } }, TOOLS);
    expect(made).toMatchObject({ ok: false, problem: { code: 'station-count', from: 3, to: 11 } });
  });
});
