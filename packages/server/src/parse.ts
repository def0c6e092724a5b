import type { z } from 'zod';
import { Refusal } from './errors.ts';

/**
 * Texts that every part can store, encode and print: half a sign that somebody cut through becomes the sign for what is
 * missing, and NUL, which no text needs and some libraries end at, is left out.
 */
function legible(value: unknown): unknown {
  if (typeof value === 'string') return value.toWellFormed().replaceAll('\0', '');
  if (Array.isArray(value)) return value.map(legible);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, legible(one)]));
}

/** Parses what a client sent, or refuses with the first thing that is wrong and where. */
export function parseRequest<T>(schema: z.ZodType<T>, body: unknown): T {
  const parsed = schema.safeParse(legible(body ?? {}));
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0]!;
  const where = issue.path.length ? `“${issue.path.join('.')}”` : 'The request';
  throw new Refusal('request-malformed', `${where} is not as it should be: ${issue.message}. Nothing was changed.`, {
    issues: parsed.error.issues.slice(0, 20).map(({ path, message }) => ({ path: path.join('.'), message })),
  });
}
