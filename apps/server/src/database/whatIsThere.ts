import { configFrom } from '../config.js';
import { whyNotStarted } from '../whyNotStarted.js';
import { connect, migrate } from './connect.js';

/**
 * Brings the database of DATABASE_URL to this version's tables and says, as one line of JSON, what is in it: for `./tare backup` and
 * `./tare restore`. Photos and recordings are rows like all others.
 */
try {
  const db = connect(configFrom(process.env).databaseUrl);
  await migrate(db);
  const count = async (table: string): Promise<number> => Number((await db(table).count({ n: '*' }).first())!.n);
  const counts = {
    jobs: await count('job'),
    people: await count('person'),
    readings: await count('reading'),
    spins: await count('spin'),
    photos: await count('photo'),
    recordings: Number((await db('spin').whereNotNull('recording').count({ n: '*' }).first())!.n),
  };
  await db.destroy();
  console.log(JSON.stringify(counts));
} catch (error) {
  console.error(whyNotStarted(error));
  process.exit(1);
}
