/*
 * npm run recorded -- --write FILE | --compare FILE [--each 200]: what every form yields for so many seeded choices (page map, marks, steps,
 * sizes, the drawing operators of print and dummy), as digests. Written before a rebuild and compared after it: what moved is told, choice by choice.
 */
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { FORMS } from '../../packages/core/src/forms/registry.ts';
import { choiceOf } from './choices.ts';
import { pictures } from './pictures.ts';
import { yielded, type Yielded } from './yielded.ts';

const { values } = parseArgs({
  options: { write: { type: 'string' }, compare: { type: 'string' }, each: { type: 'string', default: '200' } },
});
const digest = (text: string) => createHash('sha256').update(text).digest('base64url').slice(0, 12);
const scratch = mkdtempSync(path.join(tmpdir(), 'eight-up-recorded-'));
const assets = await pictures(scratch);
const told: Record<string, Readonly<Record<keyof Yielded, string>>> = {};
for (const form of FORMS) {
  for (let n = 0; n < Number(values.each); n++) {
    const parts = await yielded(choiceOf(form, n), n, assets, scratch);
    told[`${form.id} ${n}`] = Object.fromEntries(
      Object.entries(parts).map(([name, text]) => [name, digest(text)]),
    ) as Readonly<Record<keyof Yielded, string>>;
  }
  const refused = Object.entries(told).filter(
    ([name, { pages, print }]) => name.startsWith(`${form.id} `) && pages === print,
  );
  console.log(`${form.id}: ${values.each}, of which ${refused.length} are refused`);
}
rmSync(scratch, { recursive: true });
if (values.write) writeFileSync(values.write, JSON.stringify(told));
if (values.compare) {
  const before = JSON.parse(readFileSync(values.compare, 'utf8')) as typeof told;
  const moved = Object.entries(told).flatMap(([choice, parts]) =>
    Object.entries(parts)
      .filter(([name, now]) => before[choice]?.[name as keyof Yielded] !== now)
      .map(([name]) => `${choice}: ${name}`),
  );
  for (const one of moved.slice(0, 40)) console.log(one);
  console.log(`${moved.length} of ${Object.keys(told).length * 6} moved`);
  process.exit(moved.length > 0 ? 1 : 0);
}
