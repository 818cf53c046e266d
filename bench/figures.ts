/** One measured figure: median and 95th percentile of n values. */
export interface Figure {
  readonly name: string;
  readonly median: number;
  readonly p95: number;
  readonly unit: string;
  readonly n: number;
}

export function figure(name: string, unit: string, values: readonly number[]): Figure {
  const sorted = [...values].sort((a, b) => a - b);
  const at = (share: number): number => sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? Number.NaN;
  return { name, unit, median: at(0.5), p95: at(0.95), n: values.length };
}

/** Times a piece of work n times, in ms, after one go to warm up. */
export async function timed(name: string, n: number, work: (i: number) => unknown): Promise<Figure> {
  await work(-1);
  const values: number[] = [];
  for (let i = 0; i < n; i += 1) {
    const started = performance.now();
    await work(i);
    values.push(performance.now() - started);
  }
  return figure(name, 'ms', values);
}

export function print(figures: readonly Figure[], asJson: boolean): void {
  if (asJson) {
    for (const f of figures) console.log(JSON.stringify(f));
    return;
  }
  console.table(Object.fromEntries(figures.map(({ name, median, p95, unit, n }) => [name, { median: round(median), p95: round(p95), unit, n }])));
}

const round = (value: number): number => Number(value.toPrecision(4));
