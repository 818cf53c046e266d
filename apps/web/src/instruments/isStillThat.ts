/** A live reading within so many divisions of another is that one: its last digit never quite stands still. */
const DIVISIONS = 5;

/** Whether what a live instrument shows is still what somebody was asked about. @param division of the instrument, in the unit of both */
export const isStillThat = (asked: number, shown: number, division: number): boolean => Math.abs(asked - shown) <= DIVISIONS * division;
