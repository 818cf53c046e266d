import type { SolvedModel, SolveModel } from '@tare/core';
import loader from 'highs';

/** What is used of HiGHS. Its own types describe a module of the other kind than the one that Node and bundlers load. */
interface Highs {
  readonly solve: (
    model: string,
    options: Readonly<Record<string, number | boolean>>,
  ) => {
    readonly Status: string;
    readonly ObjectiveValue: number;
    readonly Columns: Readonly<Record<string, { readonly Primal?: number }>>;
    readonly Rows: readonly { readonly Name?: string; readonly Dual?: number }[];
  };
}
const loadHighs = loader as unknown as (settings?: { readonly locateFile: () => string }) => Promise<Highs>;

/**
 * HiGHS as the core's solver of linear programmes, with or without whole numbers. It blocks while it works: call it in a
 * worker, or where nobody waits.
 *
 * @param wasmUrl where the browser finds HiGHS' WebAssembly; Node finds it by itself
 */
export async function highsSolver(wasmUrl?: string): Promise<SolveModel> {
  const highs = await loadHighs(wasmUrl === undefined ? undefined : { locateFile: () => wasmUrl });
  return (model, { timeLimitS, absoluteGap }): Promise<SolvedModel> => {
    const { Status, ObjectiveValue, Columns, Rows } = highs.solve(model, {
      output_flag: false,
      // The gap that counts is in grams; a relative one would be of an objective that may be nothing.
      mip_rel_gap: 0,
      ...(timeLimitS === undefined ? {} : { time_limit: timeLimitS }),
      ...(absoluteGap === undefined ? {} : { mip_abs_gap: absoluteGap }),
    });
    const columns = Object.fromEntries(Object.entries(Columns).map(([name, column]) => [name, column.Primal ?? Number.NaN]));
    const duals = Object.fromEntries(Rows.flatMap(({ Name, Dual }) => (Name === undefined || Dual === undefined ? [] : [[Name, Dual] as const])));
    const known = Object.values(columns).length > 0 && Object.values(columns).every(Number.isFinite) && Number.isFinite(ObjectiveValue);
    const status = Status === 'Optimal' ? 'optimal' : known && Status === 'Time limit reached' ? 'feasible' : 'none';
    return Promise.resolve({ status, objective: ObjectiveValue, columns, duals });
  };
}
