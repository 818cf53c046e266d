/** What is known of a scale that readings were made on. */
export interface ScaleFacts {
  readonly divisionG: number;
  /** Scatter of placements from its latest study; null where it was never studied. */
  readonly deviationG: number | null;
}
