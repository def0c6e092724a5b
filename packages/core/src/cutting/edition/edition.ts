import { fail, ok, type Result } from '../../result.ts';
import type { LongWork } from '../../long-work.ts';
import { said } from '../bounded.ts';
import { generateColumns } from './column-generation.ts';
import { easierSheets, type Holding } from './easier-sheets.ts';
import {
  aboveAll,
  prepareEdition,
  type Edition,
  type EditionPlan,
  type EditionProblem,
  type EditionProgress,
  type EditionTask,
} from './edition-task.ts';
import { greedySheets, tastesOf } from './greedy-sheets.ts';
import { solverFor, type AskSolver, type SolveLinear } from '../linear-program.ts';
import { multisetWork } from './multisets.ts';
import { fillTable, tableValue } from '../pattern.ts';
import { sheetsCut } from './sheets-cut.ts';
import { Standing } from './standing.ts';

/** Rounds of greedy sheets, each with other tastes: what they cost bounds the choices of sheets that are gone through. A quick answer has fewer. */
const [ROUNDS, QUICK_ROUNDS] = [4, 3];

/**
 * The cheapest way to cut an edition from several parents (cutting stock; Gilmore & Gomory, Operations Research 9 and 13, 1961 and 1965). Greedy sheets give a first answer, and what a sheet can hold at
 * most of some worths a first bound. Then choices of sheets are gone through in the order of their cost, each packed or refuted (multisets.ts); where there are too many of them, column generation over all
 * (column-generation.ts). Among sheets that cost as much, those that are easier to cut are taken, as far as patterns are at hand. Derivation in docs/cutting.md.
 *
 * @param effort quick: the greedy sheets and the bound of plain worths only
 */
export function* editionWork(
  task: EditionTask,
  ask: AskSolver,
  effort: 'exact' | 'quick' = 'exact',
): LongWork<EditionProgress, Result<EditionPlan, EditionProblem>> {
  const prepared = prepareEdition(task);
  if (!prepared.ok) return prepared;
  const edition = prepared.value;
  const standing = new Standing(edition);
  const tastes = tastesOf(task.parents.length, edition.pieces.length, effort === 'quick' ? QUICK_ROUNDS : ROUNDS);
  for (const [round, taste] of tastes.entries()) {
    if (standing.proven) break;
    const greedy = yield* greedySheets(edition, taste, () => standing.now('trying'));
    if (greedy) standing.offerSheets(greedy);
    yield standing.now('trying');
    if (round === 0) yield* plainRules(edition, standing, effort);
    standing.raise();
  }
  let holding: Holding | undefined;
  if (effort === 'exact' && !standing.proven) {
    const solve = yield* solverFor(ask, () => standing.now('proving'));
    holding = yield* byChoices(edition, standing, solve);
    if (!standing.proven && !(yield* generateColumns(edition, standing, solve)))
      return fail({ code: 'not-enough-paper' });
  }
  if (!standing.times) return fail({ code: 'not-enough-paper' });
  const { rules, tooFew, cost, bound, proven } = standing;
  const sheets =
    effort === 'exact'
      ? easierSheets(edition, holding && costOf(edition, holding) === cost ? holding : asFound(edition, standing))
      : sheetsCut(edition, standing.used());
  return ok({ sheets, cost, bound: Math.min(cost, bound), proven, proof: { rules, tooFew } });
}

/** Rules from plain worths: all by area, and every piece alone; where nothing else will follow, every pair of pieces too. */
function* plainRules(
  { pieces, prepared, demand }: Edition,
  standing: Standing,
  effort: 'exact' | 'quick',
): LongWork<EditionProgress, void> {
  const byArea = pieces.map(({ width, height }) => width * height * 1e-6);
  const only = (wanted: (i: number) => boolean) => byArea.map((worth, i) => (wanted(i) ? worth : 0));
  const alone = pieces.map((_, i) => only((k) => k === i));
  const pairs = pieces.flatMap((_, i) => pieces.slice(i + 1).map((__, j) => only((k) => k === i || k === i + 1 + j)));
  for (const worths of [byArea, ...alone, ...(effort === 'quick' ? pairs : [])]) {
    const reached: number[] = [];
    for (const { room, sizes } of prepared) {
      const worth = sizes.map(({ piece }) => worths[piece]!);
      const table = yield* said(fillTable(room, sizes, worth), () => standing.now('bounding'));
      reached.push(table.complete ? tableValue(table) : Infinity);
    }
    standing.rules.push({ worths, reached, need: worths.reduce((sum, worth, i) => sum + worth * demand[i]!, 0) });
  }
}

/** Choices of sheets in the order of their cost, each packed or refuted; where one is packed, what its sheets hold. */
function* byChoices(
  edition: Edition,
  standing: Standing,
  solve: SolveLinear,
): LongWork<EditionProgress, Holding | undefined> {
  const { columns, rules, tooFew, cost } = standing;
  const below = Math.min(cost, aboveAll(edition));
  const work = multisetWork({ ...edition, rules, columns: columns.list, below, solve });
  const found = yield* said(work, () => standing.now('proving'));
  standing.bound = Math.max(standing.bound, found.bound);
  rules.push(...found.rules.slice(rules.length));
  tooFew.push(...found.tooFew);
  if (found.found) standing.offerSheets(found.found.used.map((column) => ({ column, times: 1 })));
  if (found.decided) standing.bound = standing.cost;
  return found.found;
}

const costOf = ({ price }: Edition, { used }: Holding): number =>
  used.reduce((sum, { parent }) => sum + price[parent]!, 0);

/** Sheets that were filled greedily, or by column generation: pieces are worth their areas. */
function asFound({ pieces, prepared }: Edition, standing: Standing): Holding {
  return {
    used: standing.used(),
    patterns: standing.columns.list,
    worths: pieces.map(({ width, height }) => width * height * 1e-18),
    reach: prepared.map(({ room }) => room.width * room.height * 1e-18),
  };
}
