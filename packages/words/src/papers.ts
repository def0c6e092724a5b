import type { FoundBy, Paper, PaperKind, Stuff } from '@eight-up/core/paper/paper';
import { grainName, type Sheet } from '@eight-up/core/paper/sheet-size';
import { measure, type LengthUnit } from '@eight-up/core/units/measure';

export const KIND_WORDS: Readonly<Record<PaperKind, { readonly one: string; readonly many: string }>> = {
  text: { one: 'for pages', many: 'For pages' },
  board: { one: 'board', many: 'Boards' },
  covering: { one: 'covering', many: 'Coverings' },
};

export const STUFF_WORDS: Readonly<Record<Stuff, string>> = {
  coated: 'coated',
  office: 'office paper',
  cartridge: 'cartridge',
  bulky: 'bulky book paper',
  watercolour: 'watercolour paper',
  greyboard: 'greyboard',
};

export const FOUND_WORDS: Readonly<Record<FoundBy, string>> = {
  label: 'as the label says',
  bend: 'found by bending',
  tear: 'found by tearing',
  damp: 'found by damping',
  guess: 'a guess',
};

/** The same in a word, to choose from. */
export const FOUND_NAMES: Readonly<Record<FoundBy, string>> = {
  label: 'label',
  bend: 'bending',
  tear: 'tearing',
  damp: 'damping',
  guess: 'a guess',
};

/** The grain as the trade says it, and along which side: the name changes when a sheet is halved, the axis does not. */
export function grainWords(sheet: Sheet, unit: LengthUnit): string {
  const along = sheet.fibre === 'along-width' ? sheet.width : sheet.height;
  switch (grainName(sheet)) {
    case 'any':
      return 'no grain to speak of';
    case 'unknown':
      return 'grain not known yet';
    case 'square':
      return `fibres ${sheet.fibre === 'along-width' ? 'across' : 'upright'} as it lies`;
    case 'long':
      return `long grain, fibres along ${measure(along, unit)}`;
    case 'short':
      return `short grain, fibres along ${measure(along, unit)}`;
  }
}

/** Money in hundredths, as it is written in the maker's currency, or as a plain number where none is set. */
export const moneyWords = (hundredths: number, currency: string | null): string =>
  currency === null
    ? (hundredths / 100).toFixed(2)
    : new Intl.NumberFormat('en', {
        style: 'currency',
        currency,
        currencyDisplay: 'narrowSymbol',
        minimumFractionDigits: 2,
        maximumFractionDigits: 2,
      }).format(hundredths / 100);

/** Weight and thickness in a few words. */
export function bodyWords({ grammage, caliper }: Paper, unit: LengthUnit): string {
  return [
    grammage === null ? undefined : `${grammage} g/m²`,
    caliper ? `${caliper.how === 'estimated' ? 'about ' : ''}${measure(caliper.thickness, unit)} thick` : undefined,
  ]
    .filter((part) => part !== undefined)
    .join(', ');
}

export interface GrainTest {
  readonly how: FoundBy;
  readonly title: string;
  readonly sentence: string;
}

/** How to find out which way the fibres run, the gentlest first. */
export const GRAIN_TESTS: readonly GrainTest[] = [
  {
    how: 'bend',
    title: 'Bend it',
    sentence:
      'Roll the sheet over gently, first one way, then the other, without creasing it. It gives more easily when the roll’s axis lies along the fibres. For board this is the test.',
  },
  {
    how: 'tear',
    title: 'Tear a corner',
    sentence: 'Tear a little from each side of a corner. Along the fibres it tears straighter.',
  },
  {
    how: 'damp',
    title: 'Damp a strip',
    sentence:
      'Draw a line along one side of the sheet first, then cut out a small square with a piece of the line on it: once it is out nobody knows how it lay. Damp one face; it curls round an axis that lies along the fibres.',
  },
];
