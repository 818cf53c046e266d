import { randomUUID } from 'node:crypto';
import type { APIRequestContext } from '@playwright/test';
import { factsOf, type JobSheet, type NewReading, type Shop } from '@tare/contract';
import {
  allMeasuresOf,
  crankTemplate,
  isSingleKind,
  jobFigures,
  layOut,
  LAYOUTS,
  type Crank,
  type JobSpec,
  type Measure,
  type SingleKind,
} from '@tare/core';
import { expect } from './app.js';

const WEIGHTS: Readonly<Record<SingleKind, number>> = { piston: 612, pin: 148, lockPair: 2.4, ringSet: 46, rod: 629, bearingPair: 42 };
const ROD_ENDS: Readonly<Partial<Record<Measure, number>>> = { bigEnd: 445.5, smallEnd: 183.5 };

const layout = layOut(LAYOUTS.v8Cross90, 110);

/** A V8 of the boatyard's, its parts weighed and its bobs accepted over the API: ready to be spun by hand. */
export async function readyV8(request: APIRequestContext, engineName: string): Promise<JobSheet> {
  const shop = (await (await request.get('/api/shop')).json()) as Shop;
  const personId = shop.people[0]!.id;
  const send = async (path: string, data: object): Promise<void> => {
    const answer = await request.post(`/api/jobs${path}`, { data });
    expect([path, answer.status()]).toEqual([path, 201]);
  };
  const id = randomUUID();
  const spec: JobSpec = {
    customer: 'Marit Dunlavy',
    vessel: 'launch Saltwren',
    engineName,
    layoutId: 'v8Cross90',
    layout,
    strokeMm: 88,
    rodLengthMm: 150,
    redlineRpm: 5200,
    balance: 'internal',
    tolerance: { school: 'gramsAtRadius', value: 1 },
    matchToleranceG: 1,
    crank: crankTemplate(LAYOUTS.v8Cross90, layout, 88),
  };
  await send('', { id, personId, spec });
  const bare = await sheetOf(request, id);
  const readings = bare.parts.flatMap(({ id: partId, kind }) =>
    isSingleKind(kind)
      ? (kind === 'rod' ? allMeasuresOf(kind) : (['mass'] as const)).map((measure): NewReading => ({
          id: randomUUID(),
          personId,
          partId,
          measure,
          valueG: ROD_ENDS[measure] ?? WEIGHTS[kind],
          cutId: null,
        }))
      : [],
  );
  await send(`/${id}/readings/batch`, { readings });
  const weighed = await sheetOf(request, id);
  const { bobs } = jobFigures(factsOf(weighed));
  if (bobs.kind !== 'ready') throw new Error(`The V8's bobs are ${bobs.kind}.`);
  const value = bobs.pins.map(({ card }) => bobs.commonG ?? card.bobWeightG);
  await send(`/${id}/decisions`, { id: randomUUID(), personId, baseVersion: 0, subject: 'bob.acceptedG', value });
  return sheetOf(request, id);
}

export const sheetOf = async (request: APIRequestContext, id: string): Promise<JobSheet> =>
  (await (await request.get(`/api/jobs/${id}`)).json()) as JobSheet;

/** Writes another crank down for a job, as the engine bench would. */
export async function changeCrank(request: APIRequestContext, id: string, change: (crank: Crank) => Crank): Promise<void> {
  const sheet = await sheetOf(request, id);
  const spec = { ...sheet.spec, crank: change(sheet.spec.crank) };
  const answer = await request.put(`/api/jobs/${id}/spec`, { data: { personId: sheet.personId, baseVersion: sheet.specVersion, spec } });
  expect(answer.status()).toBe(200);
}
