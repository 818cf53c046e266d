import type { PipeTransform } from '@nestjs/common';
import { ProblemException } from './problem.js';

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** An id from an address; anything else is simply not there. */
export class IdPipe implements PipeTransform<string, string> {
  transform(id: string): string {
    if (!UUID.test(id)) throw new ProblemException(404, 'There is nothing at this address.');
    return id.toLowerCase();
  }
}
