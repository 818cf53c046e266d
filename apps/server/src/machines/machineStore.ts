import { Inject, Injectable } from '@nestjs/common';
import type { Calibration, Machine, MachineSpec, NewCalibration } from '@tare/contract';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { ProblemException } from '../http/problem.js';
import { attribution, type AttributedRow } from '../jobs/rows.js';
import { readVersion, type VersionRow, type VersionedTable } from '../ledger/versions.js';
import { CurrentShop } from '../shop/currentShop.js';

export interface CalibrationRow extends AttributedRow {
  id: string;
  machine_id: string;
  rotor_class: string;
  planes: Calibration['planes'];
  speed_rpm: number;
  runs: Calibration['runs'];
  influence: Calibration['influence'];
  condition: number;
  job_id: string | null;
  set_up_id: string | null;
  supports: Calibration['supports'];
}
export const calibrationFromRow = (row: CalibrationRow): Calibration => ({
  id: row.id,
  machineId: row.machine_id,
  rotorClass: row.rotor_class,
  planes: row.planes,
  speedRpm: row.speed_rpm,
  runs: row.runs,
  influence: row.influence,
  condition: row.condition,
  jobId: row.job_id,
  setUpId: row.set_up_id,
  supports: row.supports,
  ...attribution(row),
});

export const calibrationToRow = (
  { id, machineId, rotorClass, planes, speedRpm, runs, personId, jobId, setUpId, supports }: NewCalibration,
  { influence, condition }: Pick<Calibration, 'influence' | 'condition'>,
): Omit<CalibrationRow, 'created_at'> => ({
  id,
  machine_id: machineId,
  rotor_class: rotorClass,
  planes,
  speed_rpm: speedRpm,
  runs,
  influence,
  condition,
  job_id: jobId ?? null,
  set_up_id: setUpId ?? null,
  supports: supports ?? null,
  person_id: personId,
});

export const machineSpecOf = (machineId: string): VersionedTable => ({ table: 'machine_spec', column: 'spec', key: { machine_id: machineId } });
export const machineOf = (id: string, { version, value }: VersionRow<MachineSpec>): Machine => ({ id, version, spec: value });

/** The shop's machines and calibrations, or why there is none. */
@Injectable()
export class MachineStore {
  constructor(
    @Inject(KNEX) readonly db: Knex,
    readonly shop: CurrentShop,
  ) {}

  /** @throws ProblemException 404 */
  async machine(id: string): Promise<Machine> {
    const owned = await this.db('machine')
      .where({ id, shop_id: await this.shop.id() })
      .first<{ id: string } | undefined>('id');
    const last = owned ? await readVersion<MachineSpec>(this.db, machineSpecOf(id)) : undefined;
    if (!last) throw new ProblemException(404, 'There is no such machine in this shop.');
    return machineOf(id, last);
  }

  /** @throws ProblemException 404 for none, 422 for one of another machine */
  async calibration(id: string, machineId: string): Promise<Calibration> {
    const row = await this.db('calibration')
      .where({ id, shop_id: await this.shop.id() })
      .first<CalibrationRow | undefined>();
    if (!row) throw new ProblemException(404, 'There is no such calibration in this shop.');
    if (row.machine_id !== machineId) throw new ProblemException(422, 'This calibration was made on another machine.');
    return calibrationFromRow(row);
  }
}
