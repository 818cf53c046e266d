import { Controller, Get, Param, Post, Put } from '@nestjs/common';
import {
  machineChangeSchema,
  newCalibrationSchema,
  newMachineSchema,
  type Calibration,
  type Machine,
  type MachineChange,
  type MachineCheck,
  type MachineHall,
  type MachineSpec,
  type NewCalibration,
  type NewMachine,
} from '@tare/contract';
import { influenceOf } from '@tare/core';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { asFieldOf } from '../http/problem.js';
import { insertOnce } from '../ledger/insertOnce.js';
import { putVersion, readVersion } from '../ledger/versions.js';
import { calibrationFromRow, calibrationToRow, machineOf, machineSpecOf, MachineStore, type CalibrationRow } from './machineStore.js';

interface CheckRow {
  machine_id: string;
  calibration_id: string | null;
  checks: MachineCheck['checks'];
  created_at: Date;
}

@Controller('api/machines')
export class MachinesController {
  constructor(private readonly store: MachineStore) {}

  @Get()
  @Describe('The shop’s balancing machines, and every calibration of them')
  async read(): Promise<MachineHall> {
    const shopId = await this.store.shop.id();
    const [machines, calibrations, checks] = await Promise.all([
      this.store.db.raw<{ rows: Machine[] }>(
        /* sql */ `select distinct on (machine.created_at, machine_id) machine_id as id, version, spec from machine join machine_spec on machine_id = machine.id
                   where machine.shop_id = ? order by machine.created_at, machine_id, version desc`,
        [shopId],
      ),
      this.store.db('calibration').where({ shop_id: shopId }).orderBy('seq').select<CalibrationRow[]>('*'),
      this.store.db('machine_check').where({ shop_id: shopId }).orderBy('seq').select<CheckRow[]>('*'),
    ]);
    return {
      machines: machines.rows,
      calibrations: calibrations.map(calibrationFromRow),
      checks: checks.map((row) => ({
        machineId: row.machine_id,
        calibrationId: row.calibration_id,
        checks: row.checks,
        at: row.created_at.toISOString(),
      })),
    };
  }

  @Post()
  @Describe('Put a balancing machine into the shop', newMachineSchema)
  async add(@CheckedBody(newMachineSchema) { id, personId, spec }: NewMachine): Promise<Machine> {
    const shopId = await this.store.shop.id();
    await insertOnce(this.store.db, { id, kind: 'machine', shopId, jobId: null, personId, content: spec }, async (trx) => {
      await trx('machine').insert({ id, shop_id: shopId, person_id: personId });
      await trx('machine_spec').insert({ id, machine_id: id, shop_id: shopId, version: 1, spec: JSON.stringify(spec), person_id: personId });
    });
    return machineOf(id, (await readVersion<MachineSpec>(this.store.db, machineSpecOf(id), id))!);
  }

  @Put(':machineId')
  @Describe('Change what is known of a machine; refused when somebody changed it since `baseVersion`', machineChangeSchema)
  async change(
    @Param('machineId', IdPipe) machineId: string,
    @CheckedBody(machineChangeSchema) { spec, ...change }: MachineChange,
  ): Promise<Machine> {
    await this.store.machine(machineId);
    const shopId = await this.store.shop.id();
    const write = { ...change, kind: 'machineChange', shopId, jobId: null, content: { spec, ...change }, value: spec } as const;
    return machineOf(machineId, await putVersion(this.store.db, machineSpecOf(machineId), write));
  }

  @Post('calibrations')
  @Describe('Keep influence coefficients from runs with known weights; they are worked out anew here', newCalibrationSchema)
  async calibrate(@CheckedBody(newCalibrationSchema) calibration: NewCalibration): Promise<Calibration> {
    const { id, personId, machineId } = calibration;
    await this.store.machine(machineId);
    const row = calibrationToRow(
      calibration,
      asFieldOf('runs', () => influenceOf(calibration.runs)),
    );
    const shopId = await this.store.shop.id();
    await insertOnce(this.store.db, { id, kind: 'calibration', shopId, jobId: null, personId, content: calibration }, async (trx) => {
      const json = { planes: JSON.stringify(row.planes), runs: JSON.stringify(row.runs), influence: JSON.stringify(row.influence) };
      await trx('calibration').insert({ ...row, ...json, shop_id: shopId });
    });
    return this.store.calibration(id, machineId);
  }
}
