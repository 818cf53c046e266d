import { secretOf } from './access/secret.js';
import { createApp } from './app.js';
import { configFrom } from './config.js';
import { connect, migrate } from './database/connect.js';
import { ensureShop } from './database/firstShop.js';
import { logTo } from './http/log.js';
import { StandinMachine } from './spins/standinMachine.js';
import { whyNotStarted } from './whyNotStarted.js';

try {
  const config = configFrom(process.env);
  const db = connect(config.databaseUrl);
  await migrate(db);
  await ensureShop(db, config.shopName);
  const app = await createApp({
    db,
    cookieSecret: await secretOf(db, 'cookies'),
    machine: new StandinMachine(config.machinePort),
    scalePort: config.scalePort,
    webRoot: config.webRoot,
    log: logTo(config.logFolder, config.logLevel),
    limits: config.limits,
    names: config.names,
  });
  await app.listen(config.port, '127.0.0.1');
  console.log(`Tare is at http://127.0.0.1:${config.port}`);
} catch (error) {
  console.error(whyNotStarted(error));
  process.exit(1);
}
