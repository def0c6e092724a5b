/** So many of something: "1 page", "2 pages". */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

const ORDINALS = new Intl.PluralRules('en', { type: 'ordinal' });
const SUFFIX: Readonly<Partial<Record<Intl.LDMLPluralRule, string>>> = { one: 'st', two: 'nd', few: 'rd' };

/** 1st, 2nd, 3rd … */
export const ordinal = (n: number): string => `${n}${SUFFIX[ORDINALS.select(n)] ?? 'th'}`;

/** The same beginning a sentence. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
