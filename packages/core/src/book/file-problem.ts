/** Why a dropped file could not be taken. The book stays as it was; other files of the same drop are taken. */
export type FileProblem =
  | { readonly code: 'file-empty' }
  | { readonly code: 'file-not-a-picture' }
  | { readonly code: 'file-truncated' }
  | { readonly code: 'picture-too-large'; readonly megapixels: number; readonly most: number }
  | { readonly code: 'picture-broken' }
  /** reading it took longer, or more memory, than any file is given */
  | { readonly code: 'file-too-demanding'; readonly why: 'time' | 'memory' }
  | { readonly code: 'svg-broken' }
  /** shapes that it draws, those drawn again by reference counted each time */
  | { readonly code: 'svg-too-many-shapes'; readonly shapes: number; readonly most: number }
  /** groups in groups */
  | { readonly code: 'svg-too-deep'; readonly depth: number; readonly most: number }
  | { readonly code: 'svg-too-large'; readonly megabytes: number; readonly most: number }
  | { readonly code: 'pdf-broken' }
  /** counted from 1 */
  | { readonly code: 'pdf-page-broken'; readonly page: number }
  | { readonly code: 'pdf-without-pages' }
  | { readonly code: 'pdf-encrypted' }
  | { readonly code: 'pdf-wrong-password' };

export interface RefusedFile {
  readonly name: string;
  readonly problem: FileProblem;
}

/** What a maker should know of a file that was taken. */
export type FileNote =
  | { readonly code: 'first-frame-only'; readonly frames: number }
  /** what was taken out of a drawing because it would run, fetch or embed something else */
  | { readonly code: 'svg-cleaned'; readonly removed: readonly string[] }
  /** what the print will lack of a drawing, in its own words */
  | { readonly code: 'svg-will-miss'; readonly missing: readonly string[] }
  | { readonly code: 'pdf-scripts-left-out' }
  | { readonly code: 'pdf-attachments-left-out' }
  /** the name's ending speaks of another kind than the content */
  | { readonly code: 'ending-differs'; readonly ending: string; readonly kind: string };

export interface TakenFile {
  readonly name: string;
  readonly asset: string;
  readonly pages: number;
  readonly notes: readonly FileNote[];
}
