import { fail, ok, type Result } from '../result.ts';
import { inch, mm, nm, toInch, toMm, type Nm } from './nm.ts';

export type LengthUnit = 'mm' | 'in';

export type MeasureProblem =
  | { readonly code: 'measure-unreadable'; readonly text: string }
  | { readonly code: 'measure-zero-division'; readonly text: string };

const GLYPH_FRACTIONS: Readonly<Record<string, string>> = {
  '½': ' 1/2',
  '¼': ' 1/4',
  '¾': ' 3/4',
  '⅛': ' 1/8',
  '⅜': ' 3/8',
  '⅝': ' 5/8',
  '⅞': ' 7/8',
  '⅓': ' 1/3',
  '⅔': ' 2/3',
};

const TO_NM: Readonly<Record<string, (value: number) => Nm>> = {
  mm,
  cm: (value) => mm(value * 10),
  m: (value) => mm(value * 1000),
  in: inch,
  inch: inch,
  inches: inch,
  '"': inch,
  '″': inch,
  '”': inch,
  ft: (value) => inch(value * 12),
  pt: (value) => inch(value / 72),
};

/**
 * Reads a length as people type it: `210`, `21cm`, `8 1/2in`, `8.5"`, `5 13⁄16 in`, `148,5 mm`.
 * A bare number is in the unit in use. Signs are read (the caller bounds the range), so that `-3`
 * can be told apart from nonsense.
 *
 * @param text what was typed
 * @param bareUnit unit of a number without one
 */
export function parseMeasure(text: string, bareUnit: LengthUnit): Result<Nm, MeasureProblem> {
  let plain = text.trim().toLowerCase().replaceAll('⁄', '/').replaceAll(',', '.').replaceAll('−', '-');
  for (const [glyph, fraction] of Object.entries(GLYPH_FRACTIONS)) plain = plain.replaceAll(glyph, fraction);
  const match =
    /^(-)?\s*(?:(\d+)[\s-]+)?(?:(\d+)\s*\/\s*(\d+)|(\d*\.?\d+|\d+\.))\s*(mm|cm|m|inches|inch|in|ft|pt|"|″|”)?\.?$/.exec(
      plain.trim(),
    );
  if (!match) return fail({ code: 'measure-unreadable', text });
  const [, sign, whole, numerator, denominator, decimal, unit] = match;
  // "8 1.5" is a whole number followed by a decimal: nobody means that.
  if (whole !== undefined && numerator === undefined) return fail({ code: 'measure-unreadable', text });
  if (denominator !== undefined && Number(denominator) === 0) return fail({ code: 'measure-zero-division', text });
  const fraction = numerator === undefined ? Number(decimal) : Number(numerator) / Number(denominator);
  const value = (sign ? -1 : 1) * (Number(whole ?? 0) + fraction);
  const convert = TO_NM[unit ?? bareUnit];
  return convert ? ok(convert(value)) : fail({ code: 'measure-unreadable', text });
}

/** In which of the two units a text was typed: inches, feet and points belong to one, millimetres to metres to the other; a bare number to the unit in use. */
export const unitTyped = (text: string, bareUnit: LengthUnit): LengthUnit =>
  /(in|inch|inches|ft|pt|["″”])\.?$/i.test(text.trim()) ? 'in' : /m\.?$/i.test(text.trim()) ? 'mm' : bareUnit;

const trimZeros = (text: string): string => (text.includes('.') ? text.replace(/\.?0+$/, '') : text);

/** Words of a length without its unit: `148.5`, or in inches the nearest 1/64 where exact, else three decimals. */
export function measureNumber(length: Nm, unit: LengthUnit): string {
  if (unit === 'mm') return trimZeros(toMm(length).toFixed(2));
  const sixtyFourths = toInch(Math.abs(length)) * 64;
  const sign = length < 0 ? '−' : '';
  if (Math.abs(sixtyFourths - Math.round(sixtyFourths)) > 1e-6)
    return sign + trimZeros(toInch(Math.abs(length)).toFixed(3));
  let numerator = Math.round(sixtyFourths) % 64;
  const whole = Math.floor(Math.round(sixtyFourths) / 64);
  if (numerator === 0) return sign + String(whole);
  let denominator = 64;
  while (numerator % 2 === 0) {
    numerator /= 2;
    denominator /= 2;
  }
  return `${sign}${whole === 0 ? '' : `${whole} `}${numerator}⁄${denominator}`;
}

/** A length with its unit, as makers write it: `148.5 mm`, `5 13⁄16 in`. */
export const measure = (length: Nm, unit: LengthUnit): string => `${measureNumber(length, unit)} ${unit}`;

/** A usual size, which is meant roughly: in inches the nearest sixteenth, the smallest in thirty-seconds. */
export function usualMeasure(length: Nm, unit: LengthUnit): string {
  if (unit === 'mm') return measure(length, unit);
  const step = inch(length < inch(1 / 16) ? 1 / 32 : 1 / 16);
  return measure(nm(Math.max(1, Math.round(length / step)) * step), unit);
}

/** Square metres as makers write them: whole square centimetres, or square inches to a tenth. */
export const measureArea = (squareMetres: number, unit: LengthUnit): string =>
  unit === 'mm'
    ? `${Math.round(squareMetres * 1e4)} cm²`
    : `${trimZeros((squareMetres * toInch(mm(1000)) ** 2).toFixed(1))} in²`;

/** A size, width first: `74.25 × 105 mm`. */
export const measureSize = (width: Nm, height: Nm, unit: LengthUnit): string =>
  `${measureNumber(width, unit)} × ${measureNumber(height, unit)} ${unit}`;
