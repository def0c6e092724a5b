import fc from 'fast-check';

export const READING_DIRECTIONS = fc.constantFrom('left-to-right', 'right-to-left');

/** What every suite tries a form with; a form without does not compile among the fixtures. */
export interface FormFixture {
  /** parameters over all of their range, defaults left out at random */
  readonly choices: fc.Arbitrary<Readonly<Record<string, unknown>>>;
  /** how many panels such a choice makes; left out: that is up to the sheet as well */
  readonly panels?: (p: Readonly<Record<string, unknown>>) => number;
  /** whether its panels are not alike, so that the closed size is no fraction of the sheet */
  readonly differing?: true;
  readonly tables: readonly StandingTable[];
}

/**
 * Where each page stands on the unfolded sheet, worked out from the movements of the hands before the engine ran (docs/folding.md, 4):
 * page number → [row, column, u(pright) | i(nverted)]. Rows follow one another: face A, then face B as it is seen once the sheet is
 * turned over from left to right, where it carries pages; sheet after sheet. `reasoned`: nobody has folded these sheets yet.
 */
export interface StandingTable {
  readonly parameters: Readonly<Record<string, unknown>>;
  readonly evidence: 'reasoned' | 'folded';
  readonly rows: readonly string[];
}
