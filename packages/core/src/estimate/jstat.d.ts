/** What is used of the package, which brings no types. */
declare module 'jstat' {
  const jStat: { readonly centralF: { inv(probability: number, over: number, under: number): number } };
  export default jStat;
}
