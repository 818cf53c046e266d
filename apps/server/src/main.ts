import type { NestExpressApplication } from '@nestjs/platform-express';
import type { Knex } from 'knex';
import { secretOf } from './access/secret.js';
import { createApp } from './app.js';
import { configFrom, type Config } from './config.js';
import { connect, migrate } from './database/connect.js';
import { ensureShop } from './database/firstShop.js';
import { countConnections } from './http/limits.js';
import { logTo } from './http/log.js';
import { makeAuthority, type Authority } from './network/authority.js';
import { Devices } from './network/devices.js';
import type { Network } from './network/devices.controller.js';
import { NetworkDoor } from './network/openToNetwork.js';
import { StandinMachine } from './spins/standinMachine.js';
import { whyNotStarted } from './whyNotStarted.js';

try {
  const config = configFrom(process.env);
  const db = connect(config.databaseUrl);
  await migrate(db);
  await ensureShop(db, config.shopName);
  const network = await networkOf(db, config);
  const app = await createApp({
    db,
    cookieSecret: await secretOf(db, 'cookies'),
    machine: new StandinMachine(config.machinePort),
    scalePort: config.scalePort,
    gaugePort: config.gaugePort,
    webRoot: config.webRoot,
    log: logTo(config.logFolder, config.logLevel),
    limits: config.limits,
    names: config.names,
    network,
  });
  await app.listen(config.port, network?.opening.address === '0.0.0.0' ? '0.0.0.0' : '127.0.0.1');
  console.log(`Tare is at http://127.0.0.1:${config.port}`);
  if (network !== null) await openTo(network, app, config.port);
} catch (error) {
  console.error(whyNotStarted(error));
  process.exit(1);
}

/** How the server is to be opened; its authority is made at first use, and is the database's: a restored shop keeps it. */
async function networkOf(db: Knex, { opening, shopName }: Config): Promise<Network | null> {
  if (opening === null) return null;
  const kept = await secretOf(db, 'authority', async () => JSON.stringify(await makeAuthority(shopName)));
  return { opening, authority: JSON.parse(kept) as Authority };
}

async function openTo({ opening, authority }: Network, app: NestExpressApplication, port: number): Promise<void> {
  const main = app.getHttpServer();
  const express = app.getHttpAdapter().getInstance();
  const door = await NetworkDoor.open(express, opening, authority, (server) => countConnections(server, main));
  await door.redirect(express, port);
  main.on('close', () => door.close());
  const code = await app.get(Devices).code();
  console.log(`The shop’s other devices: ${door.urls().join(' or ')}\nThe shop code, which each of them is asked for once: ${code}`);
}
