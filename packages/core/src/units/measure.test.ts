import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measure, parseMeasure } from './measure.ts';
import { inch, mm, nm, toMm } from './nm.ts';

const read = (text: string, unit: 'mm' | 'in' = 'mm') => {
  const result = parseMeasure(text, unit);
  return result.ok ? result.value : result.problem.code;
};

describe('lengths as people type them', () => {
  it.each([
    ['210', mm(210)],
    ['21cm', mm(210)],
    ['21 cm', mm(210)],
    ['148,5 mm', mm(148.5)],
    ['0.3 m', mm(300)],
    ['8 1/2in', inch(8.5)],
    ['8.5"', inch(8.5)],
    ['8½″', inch(8.5)],
    ['5 13⁄16 in', inch(5.8125)],
    ['1/64 in', 396_875],
    ['8-1/2 inches', inch(8.5)],
    ['1 ft', inch(12)],
    ['.5in', inch(0.5)],
    ['-3', mm(-3)],
    ['72pt', inch(1)],
  ])('%s', (text, expected) => expect(read(text)).toBe(expected));
  it('takes a bare number in the unit in use', () => expect(read('8.5', 'in')).toBe(inch(8.5)));
  it.each(['', 'wide', '8 1.5', '1/0in', '12 parsecs', '8 1/2 1/2in', '1e9', '--4'])(
    'refuses “%s” and keeps the text',
    (text) => {
      expect(parseMeasure(text, 'mm')).toMatchObject({ ok: false, problem: { text } });
    },
  );
  it('read back what they word: every 1/64 in and every hundredth of a millimetre', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 64 * 80 }),
        fc.integer({ min: 0, max: 200_000 }),
        (sixtyFourths, hundredths) => {
          const inches = nm(sixtyFourths * 396_875);
          expect(read(measure(inches, 'in'))).toBe(inches);
          const millimetres = mm(hundredths / 100);
          expect(read(measure(millimetres, 'mm'))).toBe(millimetres);
        },
      ),
    );
  });
  it('know the millimetre', () => expect(toMm(inch(1))).toBe(25.4));
});
