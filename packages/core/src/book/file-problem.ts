/** Why a dropped file could not be taken. The book stays as it was; other files of the same drop are taken. */
export type FileProblem =
  | { readonly code: 'file-empty' }
  | { readonly code: 'file-not-a-picture' }
  | { readonly code: 'file-truncated' }
  | { readonly code: 'picture-too-large'; readonly megapixels: number; readonly most: number }
  | { readonly code: 'pdf-broken' }
  | { readonly code: 'pdf-without-pages' }
  | { readonly code: 'pdf-encrypted' }
  | { readonly code: 'pdf-wrong-password' };

export interface RefusedFile {
  readonly name: string;
  readonly problem: FileProblem;
}
