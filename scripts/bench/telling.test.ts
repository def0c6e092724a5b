import { expect, it, vi } from 'vitest';
import type { Figure } from './measuring.ts';
import { Telling } from './telling.ts';

it('tells figures as they come; one that breaks is missed, and the rest goes on', async () => {
  const said: string[] = [];
  vi.spyOn(console, 'log').mockImplementation((line: string) => void said.push(line));
  const figure = (name: string, value: Figure['value']): Figure => ({ name, value, unit: 'of', limit: 3 });
  const broken = () => {
    throw new Error('the key had moved');
  };
  const telling = new Telling(1);
  await telling.all('first', function* () {
    yield figure('kept', 2);
    yield figure('broken', broken);
    yield figure('nothing', NaN);
    yield figure('too many', () => Promise.resolve(4));
    broken();
  });
  await telling.all('second', async () => [figure('after', 1)]);
  vi.restoreAllMocks();
  expect([telling.within, telling.over, telling.threw]).toEqual([2, ['too many'], ['broken', 'nothing', 'first']]);
  const [, ...lines] = said;
  expect(lines.map((line) => line.slice(0, 20))).toEqual([
    expect.stringMatching(/^ok\s+kept: 2/),
    expect.stringMatching(/^BROKE broken/),
    expect.stringMatching(/^BROKE nothing/),
    expect.stringMatching(/^OVER\s+too many: 4/),
    expect.stringMatching(/^BROKE first/),
    expect.stringMatching(/^ok\s+after: 1/),
  ]);
});
