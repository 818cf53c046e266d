import { randomUUID } from 'node:crypto';
import type { JobLine } from '@tare/contract';
import { arrivalList } from '@tare/core';
import { TestServer } from '../testing/testServer.js';
import { JobAccess } from './jobAccess.js';
import { JobLines } from './jobLines.js';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start();
});
afterAll(() => server.stop());

const listed = async (q: string): Promise<JobLine[]> => (await server.get(`jobs?q=${q}`)).body as JobLine[];

describe('lines of the job list', () => {
  it('follow every write to their job, as if worked out anew', async () => {
    const job = await server.job('inline3');
    const by = (): { id: string; personId: string } => ({ id: randomUUID(), personId: server.personId });
    const part = job.parts.find(({ kind }) => kind === 'piston')!;
    const readingId = randomUUID();
    const writes: readonly (() => Promise<{ status: number }>)[] = [
      () => server.reading(job, part, 612.4, { id: readingId }),
      () => server.void(readingId),
      () => server.put(`jobs/${job.id}/spec`, { ...by(), baseVersion: 1, spec: { ...job.spec, customer: 'Oda Merrin' } }),
      ...arrivalList(job.spec).map(
        ({ key, count }) =>
          () =>
            server.post(`jobs/${job.id}/decisions`, {
              ...by(),
              baseVersion: 0,
              subject: `arrival.${key}`,
              value: { count, condition: 'good', marks: '' },
            }),
      ),
    ];
    const [before] = await listed('');
    for (const write of writes) {
      await listed('');
      expect((await write()).status).toBeLessThan(300);
      const access = server.app.get(JobAccess);
      const now = await listed('');
      expect(now).toEqual(await new JobLines(access).of(await access.shop.id(), [job.id]));
    }
    expect(before).toMatchObject({ id: job.id, standing: { bench: 'checkIn' } });
    expect(await listed('merrin')).toMatchObject([{ id: job.id, customer: 'Oda Merrin', standing: { bench: 'weigh' } }]);
  });
  it('are not worked out again while nothing is written', async () => {
    const job = await server.job('inline4');
    await listed('');
    const asked: string[] = [];
    const note = ({ sql }: { sql: string }): unknown => asked.push(sql);
    server.db.on('query', note);
    expect((await listed(''))[0]).toMatchObject({ id: job.id });
    server.db.off('query', note);
    expect(asked.some((sql) => sql.includes('write_id'))).toBe(true);
    expect(asked.filter((sql) => /from "(reading|spin|hole)"/.test(sql))).toEqual([]);
  });
});
