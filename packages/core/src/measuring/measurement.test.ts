import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { estimatedCaliper } from '../paper/paper.ts';
import { mm, nm } from '../units/nm.ts';
import {
  caliperOf,
  checkMeasurement,
  METHOD_NAMES,
  METHODS,
  standardError,
  SUBJECTS,
  testPrintLengths,
  testPrintOf,
  type Measurement,
  type MeasurementDraft,
  type Method,
} from './measurement.ts';
import { measurementDraftSchema, measurementSchema } from './schema.ts';

/** A measurement that can be, by any method: all that it must be of, every length within its bounds. */
const sound = fc.constantFrom(...METHOD_NAMES).chain((method: Method) => {
  const { of, lengths } = METHODS[method];
  const bounds = Object.entries(lengths) as [string, readonly [number, number]][];
  return fc
    .record({
      lengths: fc.record(
        Object.fromEntries(
          bounds.map(([name, [least, most]]) => [name, fc.integer({ min: mm(least), max: mm(most) }).map(nm)]),
        ),
      ),
      count: fc.integer({ min: 1, max: 100 }),
      spread: fc.option(fc.integer({ min: 0, max: 1_000_000 }).map(nm)),
    })
    .map((rest): MeasurementDraft => {
      const subjects = Object.fromEntries(
        SUBJECTS.map((one) => [one, (of as readonly string[]).includes(one) ? 'x' : null]),
      );
      return { method, ...subjects, ...rest } as unknown as MeasurementDraft;
    });
});

describe('what is measured', () => {
  it('is taken by every method, and comes back from a file as it was', () => {
    fc.assert(
      fc.property(sound, (draft) => {
        expect(checkMeasurement(draft)).toEqual({ ok: true, value: draft });
        expect(measurementDraftSchema.parse(JSON.parse(JSON.stringify(draft)))).toEqual(draft);
        const kept = { ...draft, id: 'm', at: '2026-11-04T10:00:00.000Z' };
        expect(measurementSchema.parse(JSON.parse(JSON.stringify(kept)))).toEqual(kept);
      }),
    );
  });

  it('is refused with a length too many, one too few, one out of its bounds, of nothing, and of what it cannot be of', () => {
    fc.assert(
      fc.property(sound, fc.nat(), (draft, pick) => {
        const names = Object.keys(draft.lengths!);
        const name = names[pick % names.length]!;
        const { [name as never]: _, ...fewer } = draft.lengths!;
        const code = (lengths: object) => {
          const checked = checkMeasurement({ ...draft, lengths } as unknown as MeasurementDraft);
          return checked.ok ? undefined : checked.problem.code;
        };
        expect(code(fewer)).toBe('measurement-without');
        expect(code({ ...draft.lengths, other: mm(1) })).toBe('measurement-without');
        expect(code({ ...draft.lengths, [name]: mm(6000) })).toBe('measurement-out-of-range');
        for (const subject of SUBJECTS) {
          const { of, with: also = [] }: { of: readonly string[]; with?: readonly string[] } = METHODS[draft.method];
          const other = checkMeasurement({ ...draft, [subject]: draft[subject] === null ? 'y' : null });
          expect(other.ok).toBe(!of.includes(subject) && also.includes(subject));
        }
      }),
    );
  });

  const caliper = (lengths: Measurement<'caliper'>['lengths']): Measurement<'caliper'> => ({
    id: 'm',
    method: 'caliper',
    book: null,
    paper: 'p',
    printer: null,
    lengths,
    at: '2026-11-04T10:00:00.000Z',
    count: 100,
    spread: null,
  });

  it('wins over what is usual, until it is taken back', () => {
    const usual = estimatedCaliper(120, 'cartridge');
    const measured = caliper({ thickness: mm(0.204) });
    expect(caliperOf(usual, measured)).toEqual({ thickness: mm(0.204), how: 'measured', sheets: 100 });
    expect(caliperOf(null, measured)?.how).toBe('measured');
    expect(caliperOf(usual, undefined)).toBe(usual);
    expect(caliperOf(usual, caliper(null))).toBe(usual);
  });

  it('of a test print is told as it was read', () => {
    const print = {
      across: mm(99.2),
      down: mm(100),
      front: { right: mm(0.5), down: mm(0) },
      back: { right: mm(0), down: mm(-1) },
    };
    const kept = { ...caliper(null), method: 'test-print' as const, lengths: testPrintLengths(print) };
    expect(testPrintOf(kept)).toEqual(print);
    expect(testPrintOf(undefined)).toBeNull();
  });

  it('is the surer the more there were: its error falls with the root of their number', () => {
    expect(standardError({ spread: mm(0.3), count: 9 })).toBe(mm(0.1));
    expect(standardError({ spread: null, count: 100 })).toBeNull();
  });
});
