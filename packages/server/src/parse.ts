import type { z } from 'zod';
import { Refusal } from './errors.ts';

/** Parses what a client sent, or refuses with the first thing that is wrong and where. */
export function parseRequest<T>(schema: z.ZodType<T>, body: unknown): T {
  const parsed = schema.safeParse(body ?? {});
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0]!;
  const where = issue.path.length ? `“${issue.path.join('.')}”` : 'The request';
  throw new Refusal('request-malformed', `${where} is not as it should be: ${issue.message}. Nothing was changed.`, {
    issues: parsed.error.issues.slice(0, 20).map(({ path, message }) => ({ path: path.join('.'), message })),
  });
}
