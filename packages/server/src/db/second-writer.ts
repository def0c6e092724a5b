import type { ErrorCode } from '@eight-up/core/contract/errors';
import { cutText } from '@eight-up/core/text';
import { Refusal } from '../errors.ts';

/** Tells whoever changes something that was changed since they saw it; nothing is overwritten unsaid. */
export function mustHaveSeen(
  row: { readonly revision: number; readonly doc: { readonly name: string } },
  expect: number,
  code: Extract<ErrorCode, `${string}-changed-elsewhere`>,
): void {
  if (row.revision !== expect)
    throw new Refusal(
      code,
      `“${cutText(row.doc.name, 60)}” was changed in another window. Nothing of it was overwritten; look at it as it is now.`,
      { expected: expect, newest: row.revision },
    );
}
