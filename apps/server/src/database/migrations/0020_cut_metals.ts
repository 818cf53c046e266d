import type { Knex } from 'knex';

/**
 * A tool's rate belongs to a metal: every timed cut says which. Practice cuts before this said nothing, and tell no metal's rate; cuts of
 * parts were in what their kind is usually made of.
 */
export async function up(db: Knex): Promise<void> {
  await db.raw(/* sql */ `
    alter table practice_cut add column metal text check (metal in ('aluminium', 'steel', 'castIron', 'titanium'));
    alter table part_cut add column metal text check (metal in ('aluminium', 'steel', 'castIron', 'titanium'));
    update part_cut set metal = case
        when part.kind in ('piston', 'cylinderSet', 'pressedAssembly') then 'aluminium'
        when part.kind = 'ringSet' then 'castIron'
        else 'steel' end
      from part where part.id = part_cut.part_id and part_cut.seconds is not null;
  `);
}

export async function down(db: Knex): Promise<void> {
  await db.raw(/* sql */ `
    alter table practice_cut drop column metal;
    alter table part_cut drop column metal;
  `);
}
