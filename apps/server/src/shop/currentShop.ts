import { Inject, Injectable } from '@nestjs/common';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';

/** The shop that this address belongs to: until there is sign-in, the database's only one. */
@Injectable()
export class CurrentShop {
  private found: Promise<string> | null = null;

  constructor(@Inject(KNEX) private readonly db: Knex) {}

  /** A shop's id never changes, so it is looked up once. */
  id(): Promise<string> {
    this.found ??= this.db('shop')
      .orderBy('created_at')
      .first('id')
      .then((row: { id: string } | undefined) => {
        if (!row) throw new Error('The database has no shop yet.');
        return row.id;
      })
      .catch((error: unknown) => {
        this.found = null;
        throw error;
      });
    return this.found;
  }
}
