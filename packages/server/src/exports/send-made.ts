import type { Request, Response } from 'express';
import type { BegunAnswer } from '@eight-up/core/contract/answers';
import type { Caller } from '../pool/work-pool.ts';
import type { Makings } from './makings.ts';
import { sendWhole, type MadeHead } from './send-file.ts';

/**
 * A file that is made first, whole, in a scratch folder of its own: nothing is sent of a file that could not be made. Asked for by POST it is
 * made while the asker watches (`/api/makings`), and fetched when it is there.
 */
export async function sendMade(
  request: Request,
  response: Response,
  makings: Makings,
  head: MadeHead,
  make: (scratch: string, caller: Caller) => Promise<string>,
): Promise<void> {
  if (request.method === 'POST') {
    response.status(202).json({ making: makings.begin(head, make) } satisfies BegunAnswer);
    return;
  }
  await makings.store.withScratch(async (scratch) => {
    const place = await make(scratch, { off: (drop) => response.on('close', drop) });
    await sendWhole(response, head, place);
  });
}
