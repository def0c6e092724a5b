import type { BindingRemedy } from '../binding/remedies.ts';
import type { Accepted } from '../document/document.ts';
import type { KeepClear, Role } from '../document/pages.ts';
import type { StitchProblem } from '../stitches/sewing.ts';

type Axis = 'vertical' | 'horizontal';
type Pages = readonly number[];

/** Something the maker should know before printing. `settle`: it spoils the sheet; `note`: it may be meant so. */
export type Check = { readonly weight: 'settle' | 'note' } &
  /** pages have moved on the sheet since an earlier version of Eight Up */
  (
    | { readonly code: 'refolded' }
    | { readonly code: 'pages-missing'; readonly pages: Pages }
    | { readonly code: 'original-lost'; readonly pages: Pages }
    | {
        readonly code: 'resolution-low';
        readonly pages: Pages;
        /** of the worst page: pixels an inch, and the size at which it would be good (nanometres) */
        readonly least: number;
        readonly good: { readonly width: number; readonly height: number };
      }
    | { readonly code: 'in-unprintable-margin'; readonly pages: Pages }
    /** the picture on the back of the sheet reaches into the strip that the printer leaves white */
    | { readonly code: 'poster-in-margin' }
    /** pictures end just where the sheet is cut out: a blade that slips leaves a white line */
    | { readonly code: 'no-bleed-at-cut'; readonly pages: Pages }
    | { readonly code: 'poster-no-bleed' }
    /** a strip of bare paper along a fold or slit, so narrow that the usual slip shows */
    | { readonly code: 'border-along-fold'; readonly pages: Pages }
    /** numbers or captions too near to a fold or slit */
    | { readonly code: 'letters-near-fold'; readonly pages: Pages }
    /** pictures cut off where their page ends */
    | { readonly code: 'cut-off-at-fold'; readonly pages: Pages }
    | { readonly code: 'caption-too-long'; readonly pages: Pages }
    | { readonly code: 'glyph-missing'; readonly pages: Pages; readonly signs: readonly string[] }
    | { readonly code: 'role-misplaced'; readonly pages: Pages; readonly role: Role; readonly to: number | null }
    | { readonly code: 'blank-not-empty'; readonly pages: Pages }
    | { readonly code: 'spread-apart'; readonly pages: Pages }
    | { readonly code: 'spread-on-two-pieces'; readonly pages: Pages }
    /** pages drawn smaller for the printer's margin: a picture over several has bare paper between its parts */
    | { readonly code: 'spread-shrunk'; readonly pages: Pages }
    /** larger at its own size than all the pages that it lies over: what reaches beyond is cut off */
    | { readonly code: 'larger-than-spread'; readonly pages: Pages }
    /** the paper to print on does not hold one sheet of the book */
    | { readonly code: 'paper-too-small' }
    /** a face or a line of text that the maker marked comes to the gutter between two pieces of paper */
    | { readonly code: 'met-by-gutter'; readonly pages: Pages; readonly what: KeepClear['what'] }
    /** trimmed, the fore-edge comes so near to a flap's fold (nanometres; below 0 it is cut off) */
    | { readonly code: 'flap-near-trim'; readonly pages: Pages; readonly left: number }
    /** a flap's free edge so near to the gutter that it catches there (nanometres) */
    | { readonly code: 'flap-near-gutter'; readonly pages: Pages; readonly left: number }
    | { readonly code: 'grain-across-spine'; readonly spine: Axis; readonly thin: boolean }
    | { readonly code: 'grain-unknown'; readonly spine: Axis }
    /** a nest so thick that it springs open: closed thickness (nanometres), and how many folios it has */
    | { readonly code: 'section-thick'; readonly thickness: number; readonly folios: number }
    /** the stitch that was chosen does not go, or does not hold */
    | {
        readonly code: 'not-held';
        readonly stitch: string;
        readonly problem: StitchProblem;
        readonly sections: number;
        /** what one press would change */
        readonly does?: BindingRemedy['does'];
      }
    | { readonly code: 'files-unused'; readonly names: readonly string[] }
  );

/** What a warning is about, as text: once accepted it stays silent for just this, and speaks again when other pages join. */
export const checkKey = (check: Check): string =>
  [
    check.code,
    check.weight,
    ...('pages' in check ? check.pages : []),
    ...('names' in check ? check.names : []),
    ...('problem' in check ? [JSON.stringify(check.problem)] : []),
  ].join(' ');

export interface Sorted {
  readonly open: readonly Check[];
  readonly accepted: readonly { readonly check: Check; readonly reason: string }[];
}

/** The checks still to settle, and those the maker accepted, each with the reason. */
export function sortChecks(checks: readonly Check[], accepted: readonly Accepted[]): Sorted {
  const reasons = new Map(accepted.map(({ key, reason }) => [key, reason]));
  return {
    open: checks.filter((check) => !reasons.has(checkKey(check))),
    accepted: checks.flatMap((check) => {
      const reason = reasons.get(checkKey(check));
      return reason === undefined ? [] : [{ check, reason }];
    }),
  };
}
