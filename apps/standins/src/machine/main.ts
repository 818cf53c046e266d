import { listen } from './listen.js';

const port = Number(process.env['TARE_MACHINE_PORT'] ?? 4181);
const hurry = Number(process.env['TARE_MACHINE_HURRY'] ?? 1);

try {
  const server = await listen({ port, hurry });
  console.log(`Stand-in balancing machine on 127.0.0.1:${port}`);
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => {
      server.close();
      process.exit(0);
    });
  }
} catch (error) {
  const inUse = error instanceof Error && 'code' in error && error.code === 'EADDRINUSE';
  console.error(inUse ? `Port ${port} is in use: another stand-in machine is running, or set TARE_MACHINE_PORT to a free port.` : error);
  process.exit(1);
}
