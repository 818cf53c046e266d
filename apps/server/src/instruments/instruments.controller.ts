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
import { CoreError, lineReader } from '@tare/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { attribution, type AttributedRow } from '../jobs/rows.js';
import { CurrentShop } from '../shop/currentShop.js';

interface StudyRow extends AttributedRow {
  id: string;
  instrument_id: string;
  kind: Study['kind'];
  subject: string;
  readings_g: number[];
  nominal_g: number | null;
}
const studyFromRow = (row: StudyRow): Study => ({
  id: row.id,
  instrumentId: row.instrument_id,
  kind: row.kind,
  subject: row.subject,
  readingsG: row.readings_g,
  nominalG: row.nominal_g,
  ...attribution(row),
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
    const [instruments, studies] = await Promise.all([
      this.db.raw<{ rows: Instrument[] }>(
        /* sql */ `select distinct on (instrument.created_at, id) id, version, spec from instrument join instrument_spec on instrument_id = id
                   where instrument.shop_id = ? order by instrument.created_at, id, version desc`,
        [shopId],
      ),
      this.db('study').where({ shop_id: shopId }).orderBy('seq').select<StudyRow[]>('*'),
    ]);
    return { instruments: instruments.rows, studies: studies.map(studyFromRow) };
  }

  @Post()
  @Describe('Put an instrument into the cupboard', newInstrumentSchema)
  async add(@CheckedBody(newInstrumentSchema) { id, personId, spec }: NewInstrument): Promise<Instrument> {
    checkTemplate(spec);
    const shopId = await this.shop.id();
    await this.db.transaction(async (trx) => {
      const made = await trx('instrument')
        .insert({ id, shop_id: shopId, person_id: personId })
        .onConflict('id')
        .ignore()
        .returning<{ id: string }[]>('id');
      if (made.length > 0)
        await trx('instrument_spec').insert({ instrument_id: id, shop_id: shopId, version: 1, spec: JSON.stringify(spec), person_id: personId });
    });
    return this.instrument(id);
  }

  @Put(':instrumentId')
  @Describe('Change what is known of an instrument; refused when somebody changed it since `baseVersion`', instrumentChangeSchema)
  async change(
    @Param('instrumentId', IdPipe) instrumentId: string,
    @CheckedBody(instrumentChangeSchema) { personId, baseVersion, spec }: InstrumentChange,
  ): Promise<Instrument> {
    checkTemplate(spec);
    const before = await this.instrument(instrumentId);
    const row = {
      instrument_id: instrumentId,
      shop_id: await this.shop.id(),
      version: baseVersion + 1,
      spec: JSON.stringify(spec),
      person_id: personId,
    };
    const made =
      before.version === baseVersion
        ? await this.db('instrument_spec').insert(row).onConflict().ignore().returning<{ version: number }[]>('version')
        : [];
    if (made.length === 0)
      throw new ProblemException(409, `Somebody changed ${before.spec.name} meanwhile. Reload to see it; what you typed is kept here until you do.`);
    return this.instrument(instrumentId);
  }

  @Post(':instrumentId/studies')
  @Describe('Record a repeatability study or a drift check', newStudySchema)
  async study(@Param('instrumentId', IdPipe) instrumentId: string, @CheckedBody(newStudySchema) study: NewStudy): Promise<Study> {
    const { spec } = await this.instrument(instrumentId);
    if (study.readingsG.some((g) => g > spec.capacityG))
      throw fieldProblem('readingsG', `${spec.name} carries ${spec.capacityG} g: a reading above that cannot be its own.`);
    const row = {
      id: study.id,
      shop_id: await this.shop.id(),
      instrument_id: instrumentId,
      kind: study.kind,
      subject: study.subject,
      readings_g: [...study.readingsG],
      nominal_g: study.nominalG,
      person_id: study.personId,
    };
    await this.db('study').insert(row).onConflict('id').ignore();
    const kept = await this.db('study').where({ id: study.id, instrument_id: instrumentId }).first<StudyRow | undefined>();
    if (!kept) throw new ProblemException(409, 'This entry’s id belongs to another study. Nothing was recorded.');
    return studyFromRow(kept);
  }

  private async instrument(id: string): Promise<Instrument> {
    const row = await this.db('instrument_spec')
      .where({ instrument_id: id, shop_id: await this.shop.id() })
      .orderBy('version', 'desc')
      .first<{ version: number; spec: InstrumentSpec } | undefined>('version', 'spec');
    if (!row) throw new ProblemException(404, 'There is no such instrument in this shop.');
    return { id, version: row.version, spec: row.spec };
  }
}

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
