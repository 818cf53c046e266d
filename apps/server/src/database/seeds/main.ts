import { configFrom } from '../../config.js';
import { connect, migrate } from '../connect.js';
import { ensureDemo } from './demo.js';

/** Fills the database of DATABASE_URL with the demo shop and ends: what the tests clone. */
const db = connect(configFrom(process.env).databaseUrl);
await migrate(db);
await ensureDemo(db);
await db.destroy();
