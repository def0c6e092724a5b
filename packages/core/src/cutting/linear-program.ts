import type { LongWork } from '../long-work.ts';

/** Minimise Σ cost·x over x ≥ 0, with rows Σ entry·x within their bounds. */
export interface LinearProgram {
  readonly columns: readonly {
    readonly cost: number;
    /** row and coefficient */
    readonly entries: readonly (readonly [number, number])[];
  }[];
  readonly rows: readonly { readonly least?: number; readonly most?: number }[];
  /** only whole values */
  readonly whole: boolean;
  /** branches looked at, at most; left out: a few hundred */
  readonly branches?: number;
}

export interface LinearAnswer {
  /** `stopped`: a limit was met before the best was known */
  readonly status: 'optimal' | 'infeasible' | 'stopped';
  readonly values: readonly number[];
  /** one a row; not for whole values */
  readonly duals: readonly number[];
  readonly objective: number;
}

/** A solver from outside: core asks for one and knows none. */
export type SolveLinear = (program: LinearProgram) => LinearAnswer;

/**
 * How a search asks for the solver: only the search knows whether it needs one, so it is the search that has it fetched. Undefined while it is
 * being fetched; whoever drives the search waits for it before going on.
 */
export type AskSolver = () => SolveLinear | undefined;

/** The solver, as soon as it is there. */
export function* solverFor<Progress>(ask: AskSolver, progress: () => Progress): LongWork<Progress, SolveLinear> {
  for (;;) {
    const solve = ask();
    if (solve) return solve;
    yield progress();
  }
}

/** As much as we need of the HiGHS solver (a general-purpose solver for linear and mixed-integer programs) as it is published for JavaScript. */
export interface HighsLike {
  solve(text: string, options: Readonly<Record<string, unknown>>): unknown;
}

interface HighsSolution {
  readonly Status: string;
  readonly ObjectiveValue: number;
  readonly Columns: Readonly<Record<string, { readonly Primal?: number }>>;
  readonly Rows: readonly { readonly Name: string; readonly Dual?: number }[];
}

/** Branches looked at before an unfinished search is given up: a limit that does not depend on the machine. */
const MOST_BRANCHES = 200;

/** Solves through HiGHS, in the LP text format. */
export const solveWith =
  (highs: HighsLike): SolveLinear =>
  (program) => {
    const solution = highs.solve(lpText(program), {
      ...(program.whole ? { mip_rel_gap: 0, mip_abs_gap: 0, mip_max_nodes: program.branches ?? MOST_BRANCHES } : {}),
      random_seed: 8,
    }) as HighsSolution;
    const values = program.columns.map((_, j) => solution.Columns[`x${j}`]?.Primal ?? 0);
    const dual = new Map(solution.Rows.map((row) => [row.Name, row.Dual ?? 0]));
    return {
      status: solution.Status === 'Optimal' ? 'optimal' : solution.Status === 'Infeasible' ? 'infeasible' : 'stopped',
      values: program.whole ? values.map(Math.round) : values,
      duals: program.rows.map((_, i) => dual.get(`r${i}`) ?? 0),
      objective: solution.ObjectiveValue,
    };
  };

/** A solver that is fetched once, when a search first asks for it. */
export interface FetchedSolver {
  readonly ask: AskSolver;
  /** what whoever drives a search waits for before its next step; undefined: nothing is on its way */
  readonly arriving: () => Promise<void> | undefined;
}

/** Fetched by `fetch`; where that fails, whoever waits is told, and the next search that asks has it fetched anew. */
export function fetchedSolver(fetch: () => Promise<HighsLike>): FetchedSolver {
  let solver: SolveLinear | undefined;
  let arriving: Promise<void> | undefined;
  const fetched = async (): Promise<void> => {
    try {
      solver = solveWith(await fetch());
    } finally {
      arriving = undefined;
    }
  };
  return {
    ask: () => {
      if (!solver) arriving ??= fetched();
      return solver;
    },
    arriving: () => arriving,
  };
}

function lpText({ columns, rows, whole }: LinearProgram): string {
  const terms = (list: readonly (readonly [number, number])[]) =>
    list.map(([coefficient, column]) => ` + ${coefficient} x${column}`).join('\n') || ' 0 x0';
  const inRow = rows.map(() => [] as (readonly [number, number])[]);
  columns.forEach(({ entries }, j) => entries.forEach(([row, coefficient]) => inRow[row]!.push([coefficient, j])));
  return [
    'Minimize',
    ' obj:',
    terms(columns.map(({ cost }, j) => [cost, j])),
    'Subject To',
    ...rows.map(
      ({ least, most }, i) => ` r${i}:\n${terms(inRow[i]!)} ${least === undefined ? `<= ${most}` : `>= ${least}`}`,
    ),
    ...(whole ? ['General', ...columns.map((_, j) => ` x${j}`)] : []),
    'End',
  ].join('\n');
}
