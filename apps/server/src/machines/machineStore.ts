import { Inject, Injectable } from '@nestjs/common';
import type { Calibration, Machine, MachineSpec } from '@tare/contract';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { ProblemException } from '../http/problem.js';
import { attribution, type AttributedRow } from '../jobs/rows.js';
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
  ...attribution(row),
});

/** The shop's machines and calibrations, or why there is none. */
@Injectable()
export class MachineStore {
  constructor(
    @Inject(KNEX) readonly db: Knex,
    readonly shop: CurrentShop,
  ) {}

  /** @throws ProblemException 404 */
  async machine(id: string): Promise<Machine> {
    const row = await this.db('machine_spec')
      .where({ machine_id: id, shop_id: await this.shop.id() })
      .orderBy('version', 'desc')
      .first<{ version: number; spec: MachineSpec } | undefined>('version', 'spec');
    if (!row) throw new ProblemException(404, 'There is no such machine in this shop.');
    return { id, version: row.version, spec: row.spec };
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
