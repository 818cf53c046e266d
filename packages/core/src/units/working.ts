/**
 * A figure with its working out, ready to be shown or sent: what went in, by which formula, what came out.
 * `formula` is text for people; the numbers in `inputs` are the ones that were used.
 */
export interface Working {
  readonly title: string;
  readonly formula: string;
  readonly inputs: readonly WorkingValue[];
  readonly result: WorkingValue;
  readonly note?: string;
}

export interface WorkingValue {
  readonly label: string;
  readonly value: number;
  readonly unit: string;
}
