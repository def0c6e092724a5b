/** Why a dropped file could not be taken. The book stays as it was; other files of the same drop are taken. */
export type FileProblem =
  | { readonly code: 'file-empty' }
  | { readonly code: 'file-not-a-picture' }
  | { readonly code: 'file-truncated' }
  | { readonly code: 'picture-too-large'; readonly megapixels: number; readonly most: number }
  | { readonly code: 'svg-broken' }
  | { readonly code: 'svg-too-large'; readonly megabytes: number; readonly most: number }
  | { readonly code: 'pdf-broken' }
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
