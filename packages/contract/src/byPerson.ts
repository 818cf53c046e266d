import { idSchema, named } from './ids.js';

/** Who makes an entry; every entry says so. */
export interface ByPerson {
  readonly personId: string;
}
export const personId = named(idSchema, 'Who is at the bench');
