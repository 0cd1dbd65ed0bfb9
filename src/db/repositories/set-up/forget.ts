import { execute, type Transaction } from '../../connection';

/** Takes away where people were last seen, as far as that was before a moment. */
export async function forgetPositions(transaction: Transaction, before: Date): Promise<void> {
  await execute(
    transaction,
    `update technicians set last_lat = null, last_lon = null, last_seen_at = null where last_seen_at < :before`,
    { before },
  );
}

/** Takes away what people said of days before a moment, what they had seen of them and what they were written of them. */
export async function forgetSaid(transaction: Transaction, before: Date): Promise<void> {
  await execute(transaction, 'delete from field_reports where at < :before', { before });
  await execute(
    transaction,
    `with gone as (delete from told_days where date < cast(:before as date)),
       unseen as (delete from seen_days where date < cast(:before as date))
     delete from messages where technician_id is not null and made_at < :before`,
    { before },
  );
}

/** Takes away roads of networks that are gone since before a moment. */
export async function forgetRoads(transaction: Transaction, before: Date): Promise<void> {
  await execute(
    transaction,
    `delete from road_contents c where c.created_at < :before
     and not exists (select 1 from road_networks r where r.id = c.roads_id)`,
    { before },
  );
  await execute(
    transaction,
    `delete from large_files f where not exists (select 1 from road_contents c where c.roads_id = f.id)
     and not exists (select 1 from imports i where i.id = f.id)`,
  );
}

/** Takes away what was done before a moment, but for what somebody undid or did again since. */
export async function forgetCommands(transaction: Transaction, before: Date): Promise<void> {
  await execute(
    transaction,
    `delete from commands c where c.at < :before and not exists
       (select 1 from commands x where x.at >= :before and (x.undoes = c.id or x.undone_by = c.id))
     and (c.undone_by is null or exists (select 1 from commands u where u.id = c.undone_by and u.at < :before))`,
    { before },
  );
}
