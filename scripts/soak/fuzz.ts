import { numbers } from '../../packages/server/test/hostile-files.ts';
import { isFailure, patience, type Served } from './served.ts';

interface Schema {
  readonly type?: string | readonly string[];
  readonly enum?: readonly unknown[];
  readonly const?: unknown;
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly items?: Schema;
  readonly anyOf?: readonly Schema[];
  readonly oneOf?: readonly Schema[];
  readonly allOf?: readonly Schema[];
  readonly $ref?: string;
}
interface Operation {
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema: Schema }>> };
  readonly parameters?: readonly { readonly in: string; readonly name: string }[];
}
type Below = (below: number) => number;

const TEXTS = [
  '',
  'x',
  'Low Water',
  '\0',
  '\ud83d',
  '../../etc/passwd',
  "'; drop table book; --",
  '%',
  '🐚'.repeat(90),
  'x'.repeat(5000),
  '__proto__',
  '1e309',
  '-1',
  'NaN',
  '<script>',
];
const NUMBERS = [0, 1, -1, 2, 0.5, 1e9, 1e21, -1e21, 4096, 2 ** 31, 2 ** 53, 297_000_000];
const ANY = [null, true, false, [], {}, '', 0, 'x', [[[[]]]], { a: { b: {} } }];

/** A value that the schema may allow, now and then one that it does not. */
function valueOf(schema: Schema | undefined, below: Below, depth = 0): unknown {
  if (!schema || depth > 6 || below(14) === 0) return ANY[below(ANY.length)];
  if (schema.const !== undefined) return schema.const;
  if (schema.enum) return schema.enum[below(schema.enum.length)];
  const choice = schema.oneOf ?? schema.anyOf ?? schema.allOf;
  if (choice) return valueOf(choice[below(choice.length)], below, depth + 1);
  const type = Array.isArray(schema.type) ? schema.type[below(schema.type.length)] : schema.type;
  if (type === 'object' || schema.properties) {
    const made: Record<string, unknown> = {};
    for (const [name, part] of Object.entries(schema.properties ?? {}))
      if (below(8) > 0) made[name] = valueOf(part, below, depth + 1);
    if (below(20) === 0) made[TEXTS[below(TEXTS.length)]!] = ANY[below(ANY.length)];
    return made;
  }
  if (type === 'array') return Array.from({ length: below(4) }, () => valueOf(schema.items, below, depth + 1));
  if (type === 'integer' || type === 'number') return NUMBERS[below(NUMBERS.length)];
  if (type === 'boolean') return below(2) === 0;
  return type === 'string' ? TEXTS[below(TEXTS.length)] : ANY[below(ANY.length)];
}

/** Long or sweeping by what they do, not by what they are sent. */
const LEFT_OUT = [
  '/api/safekeeping/everything',
  '/api/safekeeping/everything.zip',
  '/api/safekeeping/backups',
  '/api/safekeeping/restore',
];
const AT_ONCE = 8;

/** Requests made from the contract, right and wrong, the same for the same seed: how many were answered 500 or above without a reason. */
export async function fuzz({ url }: Served, count: number, seed: number, ids: readonly string[]) {
  const below = numbers(seed);
  const { paths } = (await (await fetch(`${url}/api/openapi.json`)).json()) as {
    paths: Record<string, Record<string, Operation>>;
  };
  const operations = Object.entries(paths)
    .filter(([path]) => !LEFT_OUT.includes(path))
    .flatMap(([path, methods]) => Object.entries(methods).map(([method, operation]) => ({ path, method, operation })));
  const statuses = new Map<number, number>();
  const failures: string[] = [];
  let left = count;
  const one = async () => {
    const { path, method, operation } = operations[below(operations.length)]!;
    const filled = path.replace(/\{(\w+)\}/g, () =>
      encodeURIComponent(below(4) > 0 ? ids[below(ids.length)]! : TEXTS[below(TEXTS.length)]!.toWellFormed()),
    );
    const query = (operation.parameters ?? [])
      .filter(({ in: where }) => where === 'query' && below(3) === 0)
      .map(
        ({ name }) =>
          `${name}=${encodeURIComponent(String(below(2) ? NUMBERS[below(NUMBERS.length)] : TEXTS[below(TEXTS.length)]!.toWellFormed()))}`,
      );
    const content = operation.requestBody?.content ?? {};
    const [type] = Object.keys(content);
    const init: RequestInit = { method: method.toUpperCase() };
    if (type === 'application/json') {
      init.headers = { 'content-type': type };
      init.body = JSON.stringify(valueOf(content[type]!.schema, below));
    } else if (type === 'text/csv') {
      init.headers = { 'content-type': type };
      init.body = Array.from({ length: below(5) }, () =>
        Array.from({ length: below(6) }, () => TEXTS[below(TEXTS.length)]!.toWellFormed()).join(','),
      ).join('\n');
    } else if (type === 'multipart/form-data') {
      const form = new FormData();
      if (below(3) > 0)
        form.set(
          below(3) ? 'file' : '',
          new Blob([TEXTS[below(TEXTS.length)]!.toWellFormed()]),
          TEXTS[below(TEXTS.length)]!.toWellFormed() || 'f',
        );
      init.body = form;
    } else if (method === 'post') {
      init.headers = { 'content-type': 'application/json' };
      init.body = JSON.stringify(ANY[below(ANY.length)]);
    }
    const address = `${url}${filled}${query.length ? `?${query.join('&')}` : ''}`;
    const answer = await fetch(address, { ...init, signal: patience() }).catch(() => undefined);
    const status = answer?.status ?? 0;
    statuses.set(status, (statuses.get(status) ?? 0) + 1);
    const text = (await answer?.text().catch(() => '')) ?? '';
    if (status === 0 || isFailure({ status, body: status >= 500 ? jsonIn(text) : undefined }))
      failures.push(
        `${method} ${address.slice(url.length, url.length + 200)} ${String(init.body).slice(0, 200)}: ${status} ${text.slice(0, 200)}`,
      );
  };
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      while (left-- > 0) await one();
    }),
  );
  for (const failure of failures.slice(0, 20)) console.log(`  ${failure}`);
  return {
    requests: count,
    statuses: Object.fromEntries([...statuses].sort(([a], [b]) => a - b)),
    'failures of ours': failures.length,
  };
}

function jsonIn(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
