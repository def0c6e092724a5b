import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { serverUnderTest, type UnderTest } from '../test/server-under-test.ts';
import { API_EXAMPLES } from './api-examples.ts';

let server: UnderTest;
let id: string;
beforeAll(async () => {
  server = await serverUnderTest();
  ({ id } = await server.newBook());
});
afterAll(() => server.close());

const documentation = readFileSync(new URL('../../../docs/api.md', import.meta.url), 'utf8');

/** The JSON bodies shown in docs/api.md, each under a line "METHOD /address". */
const shown = [...documentation.matchAll(/^(GET|POST) (\/api\S*)\n(?:\n?```json\n([\s\S]*?)```)?/gm)].map(
  ([, method, path, body]) => ({
    method: method!.toLowerCase(),
    path: path!,
    body: body ? (JSON.parse(body) as object) : undefined,
  }),
);

describe('the documented API', () => {
  it('shows in docs/api.md just the examples that are tested here', () => {
    expect(shown).toEqual(API_EXAMPLES.map(({ method, path, body }) => ({ method, path, body })));
  });

  it.each(API_EXAMPLES)('$method $path is accepted', async ({ method, path, body }) => {
    const address = path.replace('{id}', id);
    const answer = method === 'get' ? await server.request.get(address) : await server.request.post(address).send(body);
    expect(answer.status, answer.text).toBeLessThan(300);
  });

  it('is described by OpenAPI 3.1 with every address that answers', async () => {
    const { body } = await server.request.get('/api/openapi.json');
    expect(body.openapi).toBe('3.1.0');
    for (const { method, path } of API_EXAMPLES) expect(body.paths[path]?.[method], `${method} ${path}`).toBeDefined();
    expect(body.paths['/api/books'].post.requestBody.content['application/json'].schema.required).toEqual(
      expect.arrayContaining(['title', 'form', 'sheet']),
    );
    expect(body.components.schemas.Error.properties.code.enum).toContain('book-changed-elsewhere');
  });
});
