import { configFrom } from '../../config.js';
import { whyNotStarted } from '../../whyNotStarted.js';
import { connect, migrate } from '../connect.js';
import { ensureDemo } from './demo.js';

/**
 * Fills the database of DATABASE_URL with the demo shop and ends: what `./tare demo` starts on and the tests clone. The server that
 * is started on it then has nothing of the seed in its memory.
 */
try {
  const db = connect(configFrom(process.env).databaseUrl);
  await migrate(db);
  await ensureDemo(db);
  await db.destroy();
} catch (error) {
  console.error(whyNotStarted(error));
  process.exit(1);
}
