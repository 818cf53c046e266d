import { configFrom } from '../config.js';
import { whyNotStarted } from '../whyNotStarted.js';
import { connect, migrate } from './connect.js';

/**
 * Says, as one line of JSON, what is in the database of DATABASE_URL: for `./tare backup` and `./tare restore`, which with `bring`
 * brings it to this version's tables first; a backup leaves them as they are, since an older Tare may be at work on them. Photos and
 * recordings are rows like all others; a table that is not there yet has none.
 */
try {
  const db = connect(configFrom(process.env).databaseUrl);
  if (process.argv[2] === 'bring') await migrate(db);
  const count = async (table: string, which = ''): Promise<number> => {
    if (!(await db.schema.hasTable(table))) return 0;
    const rows = db(table);
    return Number((await (which === '' ? rows : rows.whereNotNull(which)).count({ n: '*' }).first())!.n);
  };
  const counts = {
    jobs: await count('job'),
    people: await count('person'),
    readings: await count('reading'),
    spins: await count('spin'),
    photos: await count('photo'),
    recordings: await count('spin', 'recording'),
  };
  await db.destroy();
  console.log(JSON.stringify(counts));
} catch (error) {
  console.error(whyNotStarted(error));
  process.exit(1);
}
