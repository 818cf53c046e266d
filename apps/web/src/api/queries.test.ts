import { QueryClient, QueryObserver } from '@tanstack/react-query';
import type { JobRecord, WrittenReading } from '@tare/contract';
import { jobKey, putReading, showDecision, withdrawDecision, withUnanswered } from './queries.js';

const reading = (id: string): WrittenReading => ({ id }) as unknown as WrittenReading;
const recordOf = (...ids: readonly string[]): JobRecord => ({ readings: ids.map(reading) }) as unknown as JobRecord;

const tick = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

/** A job's record as a screen watches it: each asking of it waits for a test's answer. */
function watched(): {
  queries: QueryClient;
  answers: ((record: JobRecord) => void)[];
  shown: () => readonly string[];
  stop: () => void;
} {
  const queries = new QueryClient();
  const answers: ((record: JobRecord) => void)[] = [];
  const observer = new QueryObserver(queries, {
    queryKey: jobKey('job'),
    queryFn: () => new Promise<JobRecord>((resolve) => answers.push(resolve)),
  });
  const shown = (): readonly string[] => (observer.getCurrentResult().data?.readings ?? []).map(({ id }) => id);
  return { queries, answers, shown, stop: observer.subscribe(() => undefined) };
}

describe('what the server has acknowledged', () => {
  it('does not lose what somebody else wrote while the record was on its way', async () => {
    const { queries, answers, shown, stop } = watched();
    answers[0]!(recordOf('mine 1'));
    await tick();
    // Word of somebody else's reading: the record is asked for again, and meanwhile one's own is acknowledged.
    void queries.invalidateQueries({ queryKey: jobKey('job') });
    await tick();
    await putReading(queries, 'job', reading('mine 2'));
    expect(shown()).toEqual(['mine 1', 'mine 2']);
    await tick();
    expect(answers.length).toBe(3);
    // What was read before one's own arrived is not believed any more.
    answers[1]!(recordOf('mine 1', 'theirs'));
    answers[2]!(recordOf('mine 1', 'theirs', 'mine 2'));
    await tick();
    expect(shown()).toEqual(['mine 1', 'theirs', 'mine 2']);
    stop();
    queries.clear();
  });
  it('opens the job although its first record is still on its way, and then looks again', async () => {
    const { queries, answers, shown, stop } = watched();
    await putReading(queries, 'job', reading('mine 1'));
    await putReading(queries, 'job', reading('mine 2'));
    expect(answers).toHaveLength(1);
    answers[0]!(recordOf('mine 1'));
    await tick();
    expect(shown()).toEqual(['mine 1']);
    await tick();
    answers.slice(1).forEach((answer) => answer(recordOf('mine 1', 'mine 2')));
    await tick();
    expect(shown()).toEqual(['mine 1', 'mine 2']);
    stop();
    queries.clear();
  });
});

describe('a choice that is shown before it is answered', () => {
  const entry = (version: number, value: string) => ({ version, value, personId: 'ottoline', at: '' });
  const record = (decisions: JobRecord['decisions'] = {}): JobRecord => ({ id: 'job', decisions }) as unknown as JobRecord;
  it('is not taken away by a record that was read before it', async () => {
    const queries = new QueryClient();
    await showDecision(queries, 'job', 'weigh.partSchool', entry(1, 'setAndBare'), undefined);
    expect(withUnanswered(record()).decisions).toEqual({ 'weigh.partSchool': entry(1, 'setAndBare') });
    // What is as new or newer on record holds.
    const theirs = record({ 'weigh.partSchool': entry(1, 'eachPart') });
    expect(withUnanswered(theirs)).toBe(theirs);
    await withdrawDecision(queries, 'job', 'weigh.partSchool', 1);
    expect(withUnanswered(record()).decisions).toEqual({});
    queries.clear();
  });
});
