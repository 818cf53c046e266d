/** What a solver of linear programmes, with or without whole numbers, said of a model. */
export interface SolvedModel {
  /** `feasible`: stopped by its time, with the best it had. */
  readonly status: 'optimal' | 'feasible' | 'none';
  readonly objective: number;
  readonly columns: Readonly<Record<string, number>>;
  /** What one more on a row's right side would add to the objective, by the row's name; of models without whole numbers only. */
  readonly duals: Readonly<Record<string, number>>;
}

export interface SolveOptions {
  readonly timeLimitS?: number;
  /** Two solutions no farther apart than this are the same. */
  readonly absoluteGap?: number;
}

/**
 * Solves a model in the LP file format. The core writes models and reads answers; who solves them comes in from outside, so
 * that it stays free of input and output.
 */
export type SolveModel = (model: string, options: SolveOptions) => Promise<SolvedModel>;
