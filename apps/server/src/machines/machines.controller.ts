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
  type NewCalibration,
  type NewMachine,
} from '@tare/contract';
import { CoreError, influenceOf } from '@tare/core';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { calibrationFromRow, MachineStore, type CalibrationRow } from './machineStore.js';

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
        /* sql */ `select distinct on (machine.created_at, id) id, version, spec from machine join machine_spec on machine_id = id
                   where machine.shop_id = ? order by machine.created_at, id, version desc`,
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
    await this.store.db.transaction(async (trx) => {
      const made = await trx('machine')
        .insert({ id, shop_id: shopId, person_id: personId })
        .onConflict('id')
        .ignore()
        .returning<{ id: string }[]>('id');
      if (made.length > 0)
        await trx('machine_spec').insert({ machine_id: id, shop_id: shopId, version: 1, spec: JSON.stringify(spec), person_id: personId });
    });
    return this.store.machine(id);
  }

  @Put(':machineId')
  @Describe('Change what is known of a machine; refused when somebody changed it since `baseVersion`', machineChangeSchema)
  async change(
    @Param('machineId', IdPipe) machineId: string,
    @CheckedBody(machineChangeSchema) { personId, baseVersion, spec }: MachineChange,
  ): Promise<Machine> {
    const before = await this.store.machine(machineId);
    const row = {
      machine_id: machineId,
      shop_id: await this.store.shop.id(),
      version: baseVersion + 1,
      spec: JSON.stringify(spec),
      person_id: personId,
    };
    const made =
      before.version === baseVersion
        ? await this.store.db('machine_spec').insert(row).onConflict().ignore().returning<{ version: number }[]>('version')
        : [];
    if (made.length === 0)
      throw new ProblemException(409, `Somebody changed ${before.spec.name} meanwhile. Reload to see it; what you typed is kept here until you do.`);
    return this.store.machine(machineId);
  }

  @Post('calibrations')
  @Describe('Keep influence coefficients from runs with known weights; they are worked out anew here', newCalibrationSchema)
  async calibrate(@CheckedBody(newCalibrationSchema) calibration: NewCalibration): Promise<Calibration> {
    const { id, personId, machineId, rotorClass, planes, speedRpm, runs } = calibration;
    await this.store.machine(machineId);
    const { influence, condition } = coefficientsOf(calibration);
    await this.store
      .db('calibration')
      .insert({
        id,
        shop_id: await this.store.shop.id(),
        machine_id: machineId,
        rotor_class: rotorClass,
        planes: JSON.stringify(planes),
        speed_rpm: speedRpm,
        runs: JSON.stringify(runs),
        influence: JSON.stringify(influence),
        condition,
        person_id: personId,
      })
      .onConflict('id')
      .ignore();
    return this.store.calibration(id, machineId);
  }
}

function coefficientsOf({ runs }: NewCalibration): ReturnType<typeof influenceOf> {
  try {
    return influenceOf(runs);
  } catch (error) {
    if (error instanceof CoreError) throw fieldProblem('runs', error.message);
    throw error;
  }
}
