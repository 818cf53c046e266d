import 'reflect-metadata';
import { Module, type DynamicModule } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { ServeStaticModule } from '@nestjs/serve-static';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import cookieParser from 'cookie-parser';
import helmet from 'helmet';
import type { Knex } from 'knex';
import type { Logger } from 'pino';
import { AtTheBenchController } from './access/atTheBench.controller.js';
import { Gate, requireRoles } from './access/gate.js';
import { BobBoxController } from './bobs/bobBox.controller.js';
import { CardStore } from './cards/cardStore.js';
import { CardsController } from './cards/cards.controller.js';
import { ComputeController } from './compute/compute.controller.js';
import { Workers } from './compute/workers.js';
import { CorrectionsController } from './corrections/corrections.controller.js';
import { KNEX } from './database/connect.js';
import { DecisionsController } from './decisions/decisions.controller.js';
import { HealthController } from './health/health.controller.js';
import { Metrics } from './health/metrics.js';
import { USUAL_LIMITS, withinLimits, type Limits } from './http/limits.js';
import { requestLog } from './http/log.js';
import { ownPagesOnly } from './http/ownPagesOnly.js';
import { LOG, ProblemFilter } from './http/problemFilter.js';
import { InstrumentsController } from './instruments/instruments.controller.js';
import { JobAccess } from './jobs/jobAccess.js';
import { JobLines } from './jobs/jobLines.js';
import { JobsController } from './jobs/jobs.controller.js';
import { CurrentShop } from './shop/currentShop.js';
import { ShopController } from './shop/shop.controller.js';
import { ShopToolsController } from './shop/shopTools.controller.js';
import { Changes } from './live/changes.js';
import { EntriesController } from './entries/entries.controller.js';
import { LiveController } from './live/live.controller.js';
import { ToolsController } from './tools/tools.controller.js';
import { SignOffsController } from './signoffs/signoffs.controller.js';
import { MachinesController } from './machines/machines.controller.js';
import { MachineStore } from './machines/machineStore.js';
import { OwnSpinsController } from './machines/ownSpins.controller.js';
import { MOST_RECORDING_MB } from './machines/recording.js';
import { MOST_PHOTO_MB } from './photos/cleanPhoto.js';
import { PhotosController } from './photos/photos.controller.js';
import { Devices } from './network/devices.js';
import { DevicesController, NETWORK, type Network } from './network/devices.controller.js';
import { httpsBeyondLoopback } from './network/openToNetwork.js';
import { ownNames } from './network/ownNames.js';
import { BALANCING_MACHINE, type BalancingMachine } from './spins/balancingMachine.js';
import { SpinLedger } from './spins/spinLedger.js';
import { SpinsController } from './spins/spins.controller.js';
import { GAUGE_LINE, StandinGaugeController } from './standins/standinGauge.controller.js';
import { StandinLine } from './standins/standinLine.js';
import { SCALE_LINE, StandinScaleController } from './standins/standinScale.controller.js';
import { GaugesController } from './inspect/gauges.controller.js';
import { InspectController } from './inspect/inspect.controller.js';
import { SparesController } from './weighing/spares.controller.js';
import { WeighingController } from './weighing/weighing.controller.js';

export interface AppParts {
  readonly db: Knex;
  /** What it signs cookies with. */
  readonly cookieSecret: string;
  readonly machine: BalancingMachine;
  readonly scalePort: number;
  readonly gaugePort: number;
  readonly webRoot: string | null;
  readonly log: Logger;
  /** Left out: as usual. */
  readonly limits?: Limits;
  /** Names that it answers to beside loopback's. */
  readonly names?: readonly string[];
  /** How it is opened to the shop's network; left out: not. */
  readonly network?: Network | null;
}

@Module({})
class AppModule {
  static with({ db, machine, scalePort, gaugePort, webRoot, log, network = null }: AppParts): DynamicModule {
    return {
      module: AppModule,
      imports:
        webRoot === null
          ? []
          : [
              ServeStaticModule.forRoot({
                rootPath: webRoot,
                exclude: ['/api/{*path}', '/health/{*path}'],
                serveStaticOptions: { setHeaders: cacheForever },
              }),
            ],
      controllers: [
        AtTheBenchController,
        DevicesController,
        ShopController,
        ShopToolsController,
        InstrumentsController,
        JobsController,
        GaugesController,
        InspectController,
        SparesController,
        WeighingController,
        PhotosController,
        ToolsController,
        BobBoxController,
        LiveController,
        EntriesController,
        StandinScaleController,
        StandinGaugeController,
        DecisionsController,
        SpinsController,
        MachinesController,
        OwnSpinsController,
        CorrectionsController,
        CardsController,
        SignOffsController,
        ComputeController,
        HealthController,
      ],
      providers: [
        { provide: KNEX, useValue: db },
        { provide: BALANCING_MACHINE, useValue: machine },
        { provide: SCALE_LINE, useValue: new StandinLine('scale', scalePort) },
        { provide: GAUGE_LINE, useValue: new StandinLine('gauge', gaugePort) },
        { provide: LOG, useValue: log },
        { provide: NETWORK, useValue: network },
        Devices,
        CurrentShop,
        Gate,
        JobAccess,
        JobLines,
        Changes,
        ProblemFilter,
        MachineStore,
        SpinLedger,
        CardStore,
        Workers,
        Metrics,
      ],
    };
  }
}

/** How long a connection that asks nothing is kept. */
const KEPT_ALIVE_MS = 65_000;

/** The whole server, not yet listening. */
export async function createApp(parts: AppParts): Promise<NestExpressApplication> {
  // eslint-disable-next-line @typescript-eslint/no-unsafe-class-instance-assignment -- Nest declares its options as a class and takes them plain
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(parts), {
    logger: ['error', 'warn'],
    // A browser's idle connection must not hold up Ctrl-C.
    forceCloseConnections: true,
  });
  // Longer than a program computes between two requests: one that comes as the line is hung up is lost on it.
  app.getHttpServer().keepAliveTimeout = KEPT_ALIVE_MS;
  app.use(app.get(Metrics).timed, requestLog(parts.log));
  app.use(withinLimits(app.getHttpServer(), parts.limits ?? USUAL_LIMITS));
  const { names = [], network = null } = parts;
  if (network !== null) app.use(httpsBeyondLoopback(network.opening.tlsPort));
  app.use(ownPagesOnly(() => (network === null ? names : ownNames(names, network.opening.address))));
  app.use(helmet({ hsts: false, contentSecurityPolicy: { directives: CONTENT_POLICY } }));
  app.use(cookieParser(parts.cookieSecret));
  app.useBodyParser('json', { limit: '1mb' });
  app.useBodyParser('raw', { type: 'application/gzip', limit: `${MOST_RECORDING_MB}mb` });
  app.useBodyParser('raw', { type: ['image/*', 'application/octet-stream'], limit: `${MOST_PHOTO_MB}mb` });
  app.useGlobalFilters(app.get(ProblemFilter));
  app.useGlobalGuards(app.get(Gate));
  const document = SwaggerModule.createDocument(
    app,
    new DocumentBuilder()
      .setOpenAPIVersion('3.1.0')
      .setTitle('Tare')
      .setDescription('Weighing, matching, bob weights, spins and corrections of an engine balancing shop.')
      .setVersion('0.1.0')
      .build(),
  );
  requireRoles(document);
  SwaggerModule.setup('api/docs', app, document, { jsonDocumentUrl: 'api/openapi.json' });
  app.enableShutdownHooks();
  return app;
}

/** Tare runs over plain HTTP on loopback: upgrading requests would break it; nothing comes from elsewhere. */
const CONTENT_POLICY = {
  'default-src': ["'self'"],
  // HiGHS is WebAssembly.
  'script-src': ["'self'", "'wasm-unsafe-eval'"],
  'style-src': ["'self'", "'unsafe-inline'"],
  'img-src': ["'self'", 'data:'],
  'worker-src': ["'self'", 'blob:'],
  'connect-src': ["'self'"],
  'upgrade-insecure-requests': null,
};

/** Built files carry a hash of their content in their name; only the page itself may change. */
function cacheForever(response: { setHeader: (name: string, value: string) => void }, path: string): void {
  if (path.includes('/assets/')) response.setHeader('Cache-Control', 'public, max-age=31536000, immutable');
}
