import { mountedWords } from '@tare/card';
import { keptSpecOf, sheetIn, type JobSheet, type SpinEntry, type SpinSetUp } from '@tare/contract';
import { sameParts, setUpOfSpin } from '@tare/core';
import { fieldProblem } from '../http/problem.js';

/**
 * The job as it stands in the set-up that a spin is said to be made in; the current one where nobody said.
 * @throws ProblemException 400 for one that the job has not, that is closed, whose parts are not those that are mounted, or whose speed
 * limit is below the spin's speed
 */
export function askedSetUp(sheet: JobSheet, { setUpId, mounted }: SpinSetUp, speedRpm: number): JobSheet {
  if (setUpId === undefined && sheet.setUp === undefined) return sheet;
  const asked = setUpId === undefined ? sheet.setUp?.current : sheet.setUps.list.find(({ id }) => id === setUpId);
  if (!asked) throw fieldProblem('setUpId', 'That set-up is not in this job. Reload to see the set-ups it has.');
  if (asked.closed !== null) throw fieldProblem('setUpId', `${asked.name} is closed: ${asked.closed}. Open it again before it is spun.`);
  if (asked.limitRpm !== null && speedRpm > asked.limitRpm)
    throw fieldProblem('speedRpm', `${asked.name} is not spun faster than ${asked.limitRpm} rpm.`);
  if (mounted && !sameParts(mounted, asked.mounted))
    throw fieldProblem(
      'mounted',
      `${asked.name} has ${mountedWords(asked.mounted)} mounted, and this spin was said to have ${mountedWords(mounted)}. Turn to the set-up that is in the machine, or change what it has.`,
    );
  return sheetIn(sheet, asked);
}

/** The job as it stands in the set-up in which a spin on record was made. */
export function inItsSetUp(sheet: JobSheet, spin: SpinEntry): JobSheet {
  const setUp = setUpOfSpin(spin, sheet.setUps.list, keptSpecOf(sheet).crank);
  return setUp ? sheetIn(sheet, setUp) : sheet;
}
