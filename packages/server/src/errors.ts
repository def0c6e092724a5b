import type { ErrorRequestHandler } from 'express';
import { ERROR_STATUS, type ApiError, type ErrorCode } from '@eight-up/core/contract/errors';
import type { Logger } from 'pino';

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
  SQLITE_BUSY: new Refusal(
    'storage-busy',
    'Another program holds the database. Nothing was changed; try again in a moment.',
  ),
};

function refusalOf(error: unknown): Refusal | undefined {
  if (error instanceof Refusal) return error;
  const { code, type, status } = (error ?? {}) as { code?: string; type?: string; status?: number };
  if (code && STORAGE[code]) return STORAGE[code];
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
    error instanceof URIError
  ) {
    return new Refusal('request-unreadable', 'The request could not be read. Nothing was changed.');
  }
  if (error instanceof Error && /multipart|unexpected end of form|boundary|malformed part/i.test(error.message)) {
    return new Refusal(
      'request-unreadable',
      'The upload broke off before its end. Nothing was changed; send it again.',
    );
  }
  return undefined;
}

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
      message: refusal.message,
      ...(refusal.problem === undefined ? {} : { problem: refusal.problem }),
    };
    response.status(ERROR_STATUS[refusal.code]).json(body);
  };
