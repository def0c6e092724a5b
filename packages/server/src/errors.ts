import type { ErrorRequestHandler } from 'express';
import { cutText } from '@eight-up/core/text';
import { ERROR_STATUS, type ApiError, type ErrorCode } from '@eight-up/core/contract/errors';
import type { Logger } from 'pino';
import { JobEnded } from './pool/job-ended.ts';

/** An expected refusal on its way out of a route; becomes the API's one error shape. */
export class Refusal extends Error {
  readonly code: ErrorCode;
  readonly problem: unknown;
  constructor(code: ErrorCode, message: string, problem?: unknown) {
    super(message);
    this.code = code;
    this.problem = problem;
  }
}

const STORAGE: Readonly<Record<string, Refusal>> = {
  ENOSPC: new Refusal('storage-full', 'The disk is full. Nothing was changed; free some space and try again.'),
  EFBIG: new Refusal(
    'storage-full',
    'The disk takes no more of this file. Nothing was changed; free some space and try again.',
  ),
  SQLITE_FULL: new Refusal('storage-full', 'The disk is full. Nothing was changed; free some space and try again.'),
  SQLITE_IOERR: new Refusal(
    'storage-gone',
    'The data folder cannot be read or written any more. Nothing was changed; see whether it is still there, and start Eight Up again.',
  ),
  SQLITE_READONLY: new Refusal(
    'storage-gone',
    'The data folder cannot be written any more. Nothing was changed; see whether it is still there, and start Eight Up again.',
  ),
  EMFILE: new Refusal('storage-busy', 'Too many files are open at once. Nothing was changed; try again in a moment.'),
  EDQUOT: new Refusal(
    'storage-full',
    'You have used up the space you may use on this disk. Nothing was changed; free some and try again.',
  ),
  SQLITE_BUSY: new Refusal(
    'storage-busy',
    'Another program holds the database. Nothing was changed; try again in a moment.',
  ),
};

const FOLDER_GONE = ['ENOENT', 'ENOTDIR', 'EEXIST', 'EACCES', 'EPERM', 'EROFS', 'EIO'];

function refusalOf(error: unknown): Refusal | undefined {
  if (error instanceof Refusal) return error;
  const { code, type, status } = (error ?? {}) as { code?: string; type?: string; status?: number };
  if (error instanceof JobEnded)
    return new Refusal(
      'too-demanding',
      error.why === 'time'
        ? 'This took longer than it may and was given up. Nothing was changed; ask for fewer sheets at once, or for simpler pictures.'
        : 'This took more memory than it may and was given up. Nothing was changed; ask for fewer sheets at once, or for simpler pictures.',
      { why: error.why },
    );
  // The folder itself: moved, or its rights taken away, while the server ran.
  if ((error as { syscall?: unknown } | undefined)?.syscall && code && FOLDER_GONE.includes(code))
    return STORAGE.SQLITE_IOERR;
  // Not what a client sent (that has a status): what is stored, and was damaged there.
  if (error instanceof SyntaxError && status === undefined && /JSON/.test(error.message))
    return new Refusal(
      'book-unreadable',
      'What is stored of this is damaged and cannot be read. Nothing was changed. Look under Safekeeping, where it may be mended from a backup.',
    );
  const storage = code && Object.keys(STORAGE).find((known) => code === known || code.startsWith(`${known}_`));
  if (storage) return STORAGE[storage];
  // A transaction that was refused at its beginning is told by the query library in these words only.
  if (error instanceof Error && error.message.startsWith('Transaction query already complete'))
    return STORAGE.SQLITE_BUSY;
  if (type === 'entity.too.large' || code === 'LIMIT_FILE_SIZE' || code === 'LIMIT_FILE_COUNT') {
    return new Refusal(
      'too-large',
      'That is more than can be taken in one go. Nothing was changed; send less at once.',
    );
  }
  // What body parsers, multipart parsing and URL decoding reject is the client's doing.
  if (
    (status !== undefined && status >= 400 && status < 500) ||
    code?.startsWith('LIMIT_') ||
    error instanceof URIError ||
    // Nested deeper than anything we send: no reader follows it.
    error instanceof RangeError
  ) {
    return new Refusal('request-unreadable', 'The request could not be read. Nothing was changed.');
  }
  if (
    error instanceof Error &&
    /multipart|unexpected end of form|boundary|malformed part|^busboy|field name missing/i.test(error.message)
  ) {
    return new Refusal(
      'request-unreadable',
      'The upload broke off before its end. Nothing was changed; send it again.',
    );
  }
  return undefined;
}

/** A refusal says what is wrong; it does not send back what was sent. */
const MOST_SAID = 2000;
const MOST_ECHOED = 300;

/** A problem with every text in it cut to a length that a person reads. */
const short = (problem: unknown): unknown =>
  JSON.parse(
    JSON.stringify(problem, (_, value: unknown) => (typeof value === 'string' ? cutText(value, MOST_ECHOED) : value)) ??
      'null',
  );

/** What is said to a maker of an error. */
export const sentenceOf = (error: unknown): string =>
  refusalOf(error)?.message ?? 'Something went wrong here. Nothing was changed.';

/** Turns whatever a route threw into an answer; only what we did not foresee is logged as an error. */
export const errorHandler =
  (log: Logger): ErrorRequestHandler =>
  (error: unknown, _request, response, next) => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const refusal = refusalOf(error) ?? new Refusal('internal', 'Something went wrong here. Nothing was changed.');
    if (refusal.code === 'internal') log.error({ err: error }, 'unforeseen error');
    const body: ApiError = {
      code: refusal.code,
      message: cutText(refusal.message, MOST_SAID),
      ...(refusal.problem === undefined ? {} : { problem: short(refusal.problem) }),
    };
    response.status(ERROR_STATUS[refusal.code]).json(body);
  };
