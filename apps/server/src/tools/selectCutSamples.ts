import type { CutSample } from '@tare/core';
import type { Knex } from 'knex';

export interface ToolSample extends CutSample {
  readonly toolId: string;
}

/**
 * What timed cuts took off, oldest first: practice cuts as they were logged, and cuts of parts as the scale had it, the
 * mean before less the mean after. A part's weight is its mass, a rod's its total. Cuts not weighed since tell nothing yet, and
 * whatever a void or an amendment was ever about tells nothing at all: a rate can do without it.
 */
export async function selectCutSamples(db: Knex, shopId: string): Promise<ToolSample[]> {
  const { rows } = await db.raw<{ rows: ToolSample[] }>(
    /* sql */ `
    with timed as (
      select cut.id, cut.tool_id, cut.part_id, cut.seconds, cut.metal, cut.created_at,
        (select before.id from part_cut before
          where before.part_id = cut.part_id and before.seq < cut.seq and not exists (select from entry_void where entry_id = before.id) order by before.seq desc limit 1) as before_id
      from part_cut cut
      where cut.shop_id = :shopId and cut.tool_id is not null and cut.seconds is not null
        and not exists (select from entry_void where entry_id = cut.id))
    select tool_id as "toolId", seconds, metal, grams, created_at from practice_cut where shop_id = :shopId
    union all
    select tool_id, seconds, metal, before.mean - after.mean, created_at
    from timed
    cross join lateral (${meanAfter('is not distinct from timed.before_id')}) before
    cross join lateral (${meanAfter('= timed.id')}) after
    where before.mean is not null and after.mean is not null
    order by created_at`,
    { shopId },
  );
  return rows;
}

/** Mean of the readings of a part since the cut that the condition names. */
function meanAfter(cut: string): string {
  return `select avg(value_g) as mean from reading
      where part_id = timed.part_id and cut_id ${cut} and measure in ('mass', 'total') and reference_part_id is null
        and not exists (select from entry_void where entry_id = reading.id)`;
}
