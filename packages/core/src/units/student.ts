import jStat from 'jstat';

/** Beyond so many degrees of freedom Student's law and the normal one are alike to four figures. */
const MANY = 1e6;

/** The point below which a share of Student's law lies; of the normal law where the scatter is known outright. */
export const studentPoint = (share: number, freedom: number): number => jStat.studentt.inv(share, Math.min(freedom, MANY));
