/** What is used of the package, which brings no types. */
declare module 'jstat' {
  const jStat: {
    readonly centralF: { inv(probability: number, over: number, under: number): number };
    readonly studentt: { inv(probability: number, freedom: number): number };
    readonly noncentralt: { cdf(x: number, freedom: number, noncentrality: number): number };
    readonly chisquare: { inv(probability: number, freedom: number): number };
  };
  export default jStat;
}
