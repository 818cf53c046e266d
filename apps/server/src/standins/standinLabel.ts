/**
 * What the stand-ins know a job by. They draw everything that is hidden about its crank and parts from it: the same label always
 * has the same ones. Tests give one to all jobs, so that none is luckier for the jobs that happened to come before it.
 */
export const standinLabel = (jobNumber: number): string => process.env['TARE_STANDIN_LABEL'] ?? `job-${jobNumber}`;
