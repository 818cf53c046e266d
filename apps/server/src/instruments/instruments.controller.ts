import { Controller, Get, Inject, Param, Post, Put } from '@nestjs/common';
import {
  instrumentChangeSchema,
  newInstrumentSchema,
  newStudySchema,
  type Instrument,
  type InstrumentChange,
  type InstrumentCupboard,
  type InstrumentSpec,
  type NewInstrument,
  type NewStudy,
  type Study,
} from '@tare/contract';
import { CoreError, lineReader, standingEntries, standingOf, type VoidFact } from '@tare/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { amend } from '../ledger/amend.js';
import { insertOnce } from '../ledger/insertOnce.js';
import { putVersion, readVersion, type VersionRow, type VersionedTable } from '../ledger/versions.js';
import { CurrentShop } from '../shop/currentShop.js';
import { studyFromRow, studyToRow, type StudyRow } from './studyRows.js';

const specOf = (instrumentId: string): VersionedTable => ({
  table: 'instrument_spec',
  column: 'spec',
  key: { instrument_id: instrumentId },
});

@Controller('api/instruments')
export class InstrumentsController {
  constructor(
    @Inject(KNEX) private readonly db: Knex,
    private readonly shop: CurrentShop,
  ) {}

  @Get()
  @Describe('The shop’s scales and rod fixtures, and every study of them')
  async read(): Promise<InstrumentCupboard> {
    const shopId = await this.shop.id();
    const [instruments, studies, words] = await Promise.all([
      this.db.raw<{ rows: Instrument[] }>(
        /* sql */ `select distinct on (instrument.created_at, instrument_id) instrument_id as id, version, spec from instrument join instrument_spec on instrument_id = instrument.id
                   where instrument.shop_id = ? order by instrument.created_at, instrument_id, version desc`,
        [shopId],
      ),
      this.db('study').where({ shop_id: shopId }).orderBy('seq').select<StudyRow[]>('*'),
      this.db('entry_void')
        .where({ shop_id: shopId, job_id: null })
        .orderBy('seq')
        .select<VoidFact[]>('id', { entryId: 'entry_id', replacedById: 'replaced_by' }),
    ]);
    return { instruments: instruments.rows, studies: standingEntries(studies.map(studyFromRow), standingOf(words)) };
  }

  @Post()
  @Describe('Put an instrument into the cupboard', newInstrumentSchema)
  async add(@CheckedBody(newInstrumentSchema) { id, personId, spec }: NewInstrument): Promise<Instrument> {
    checkTemplate(spec);
    const shopId = await this.shop.id();
    await insertOnce(this.db, { id, kind: 'instrument', shopId, jobId: null, personId, content: spec }, async (trx) => {
      await trx('instrument').insert({ id, shop_id: shopId, person_id: personId });
      await trx('instrument_spec').insert({ id, instrument_id: id, shop_id: shopId, version: 1, spec: JSON.stringify(spec), person_id: personId });
    });
    return instrumentOf(id, (await readVersion<InstrumentSpec>(this.db, specOf(id), id))!);
  }

  @Put(':instrumentId')
  @Describe('Change what is known of an instrument; refused when somebody changed it since `baseVersion`', instrumentChangeSchema)
  async change(
    @Param('instrumentId', IdPipe) instrumentId: string,
    @CheckedBody(instrumentChangeSchema) { spec, ...change }: InstrumentChange,
  ): Promise<Instrument> {
    checkTemplate(spec);
    await this.require(instrumentId);
    const shopId = await this.shop.id();
    const write = { ...change, kind: 'instrumentChange', shopId, jobId: null, content: { spec, ...change }, value: spec } as const;
    return instrumentOf(instrumentId, await putVersion(this.db, specOf(instrumentId), write));
  }

  @Post(':instrumentId/studies')
  @Describe('Record a repeatability study or a drift check', newStudySchema)
  async study(@Param('instrumentId', IdPipe) instrumentId: string, @CheckedBody(newStudySchema) study: NewStudy): Promise<Study> {
    const spec = await this.require(instrumentId);
    if (study.readingsG.some((g) => g > spec.capacityG))
      throw fieldProblem('readingsG', `${spec.name} carries ${spec.capacityG} g: a reading above that cannot be its own.`);
    const shopId = await this.shop.id();
    const { id, personId, amends } = study;
    await insertOnce(this.db, { id, kind: 'study', shopId, jobId: null, personId, content: { instrumentId, study } }, async (trx) => {
      await trx('study').insert({ ...studyToRow(study), shop_id: shopId, instrument_id: instrumentId });
      await amend(trx, { shopId, jobId: null, personId, kind: 'study', entryId: id, amends });
    });
    return studyFromRow(await this.db('study').where({ id }).first<StudyRow>());
  }

  /** @throws ProblemException 404 for an instrument of nobody here */
  private async require(id: string): Promise<InstrumentSpec> {
    const owned = await this.db('instrument')
      .where({ id, shop_id: await this.shop.id() })
      .first<{ id: string } | undefined>('id');
    const last = owned ? await readVersion<InstrumentSpec>(this.db, specOf(id)) : undefined;
    if (!last) throw new ProblemException(404, 'There is no such instrument in this shop.');
    return last.value;
  }
}

const instrumentOf = (id: string, { version, value }: VersionRow<InstrumentSpec>): Instrument => ({ id, version, spec: value });

/** A serial scale whose lines cannot be read would give nothing; its pattern is tried before it is kept. */
function checkTemplate({ source, lineTemplate }: InstrumentSpec): void {
  if (source !== 'serial') return;
  try {
    lineReader(lineTemplate);
  } catch (error) {
    if (error instanceof CoreError) throw fieldProblem('spec.lineTemplate', error.message);
    throw error;
  }
}
