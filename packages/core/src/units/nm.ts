/**
 * Lengths inside the core are whole nanometres: exact for every millimetre scale and for 1/64 in
 * (25.4 mm / 64 = 396 875 nm), which micrometres are not. This is the one place that knows 25.4 and 72.
 */
export type Nm = number & { readonly unit: 'nm' };

export const NM_PER_MM = 1_000_000;
export const NM_PER_INCH = 25_400_000;
export const POINTS_PER_INCH = 72;

/** Rounds a count of nanometres to the nearest whole one. */
export const nm = (value: number): Nm => Math.round(value) as Nm;

/** Millimetres to nanometres (rounded). */
export const mm = (value: number): Nm => nm(value * NM_PER_MM);

/** Inches to nanometres (rounded). */
export const inch = (value: number): Nm => nm(value * NM_PER_INCH);

/** Nanometres to millimetres (a float, for drawing and wording only). */
export const toMm = (length: number): number => length / NM_PER_MM;

/** Nanometres to inches (a float, for drawing and wording only). */
export const toInch = (length: number): number => length / NM_PER_INCH;

/** Nanometres to PDF points, 1/72 in (a float, for output only). */
export const toPoints = (length: number): number => (length * POINTS_PER_INCH) / NM_PER_INCH;

/** PDF points to nanometres (a float: page boxes need not be whole). */
export const fromPoints = (points: number): number => (points * NM_PER_INCH) / POINTS_PER_INCH;
