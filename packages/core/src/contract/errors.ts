/** Every code an answer of the API may carry, and its HTTP status: a code without a status does not compile. */
export const ERROR_STATUS = {
  'request-malformed': 400,
  'request-unreadable': 400,
  'not-found': 404,
  'book-not-found': 404,
  'file-not-found': 404,
  'no-such-revision': 404,
  'book-changed-elsewhere': 409,
  'paper-changed-elsewhere': 409,
  'printer-changed-elsewhere': 409,
  'joint-plan-changed-elsewhere': 409,
  'joint-plan-cut': 409,
  'nothing-to-undo': 409,
  'nothing-to-redo': 409,
  'plan-impossible': 422,
  'command-impossible': 422,
  'no-files': 422,
  'files-refused': 422,
  'paper-impossible': 422,
  'papers-unreadable': 422,
  'paper-not-found': 404,
  'printer-impossible': 422,
  'printer-not-found': 404,
  'joint-plan-not-found': 404,
  'measurement-impossible': 422,
  'plan-unreadable': 422,
  'too-large': 413,
  /** ended at its limits of time or memory */
  'too-demanding': 422,
  /** what is stored of a book is damaged: its file can be had as it is */
  'book-unreadable': 422,
  'backup-not-found': 404,
  'backup-unreadable': 422,
  'origin-refused': 403,
  'host-refused': 403,
  'storage-full': 507,
  'storage-busy': 503,
  /** the data folder was moved or removed while the server ran */
  'storage-gone': 503,
  internal: 500,
} as const satisfies Readonly<Record<string, number>>;

export type ErrorCode = keyof typeof ERROR_STATUS;

/** The one shape of every refusal. `message` is a sentence for people; `problem` holds the data behind it. */
export interface ApiError {
  readonly code: ErrorCode;
  readonly message: string;
  readonly problem?: unknown;
}
