/** Why a process of the server's could not start, in a sentence for whoever started it. */
export function whyNotStarted(error: unknown): string {
  if (!(error instanceof Error)) return String(error);
  const code = 'code' in error ? error.code : undefined;
  const { port, address } = error as { port?: number; address?: string };
  if (code === 'EADDRINUSE') return `Port ${port} is in use: Tare is running already, or set TARE_PORT (TARE_TLS_PORT for HTTPS) to a free port.`;
  if (code === 'EADDRNOTAVAIL') return `TARE_LISTEN is ${address}, which is no address of this machine. 0.0.0.0 is all that it has.`;
  if (code === 'ECONNREFUSED') return 'No PostgreSQL answers at DATABASE_URL. Start it, or unset DATABASE_URL to use the bundled start.';
  return error.message;
}
