import { createApp } from './app.js';
import { configFrom } from './config.js';
import { connect, migrate } from './database/connect.js';
import { ensureShop } from './database/firstShop.js';
import { StandinMachine } from './spins/standinMachine.js';

try {
  const config = configFrom(process.env);
  const db = connect(config.databaseUrl);
  await migrate(db);
  if (process.argv.includes('--demo')) {
    const { ensureDemo } = await import('./database/seeds/demo.js');
    await ensureDemo(db);
  } else await ensureShop(db, config.shopName);
  const app = await createApp({
    db,
    machine: new StandinMachine(config.machinePort),
    scalePort: config.scalePort,
    webRoot: config.webRoot,
    logLevel: config.logLevel,
  });
  await app.listen(config.port, '127.0.0.1');
  console.log(`Tare is at http://127.0.0.1:${config.port}`);
} catch (error) {
  console.error(sentence(error));
  process.exit(1);
}

function sentence(error: unknown): string {
  if (!(error instanceof Error)) return String(error);
  const code = 'code' in error ? error.code : undefined;
  if (code === 'EADDRINUSE') return `Port ${process.env['TARE_PORT'] ?? 4180} is in use: Tare is running already, or set TARE_PORT to a free port.`;
  if (code === 'ECONNREFUSED') return 'No PostgreSQL answers at DATABASE_URL. Start it, or unset DATABASE_URL to use the bundled start.';
  return error.message;
}
