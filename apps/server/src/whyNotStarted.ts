/** Why a process of the server's could not start, in a sentence for whoever started it. */
export function whyNotStarted(error: unknown): string {
  if (!(error instanceof Error)) return String(error);
  const code = 'code' in error ? error.code : undefined;
  if (code === 'EADDRINUSE') return `Port ${process.env['TARE_PORT'] ?? 4180} is in use: Tare is running already, or set TARE_PORT to a free port.`;
  if (code === 'ECONNREFUSED') return 'No PostgreSQL answers at DATABASE_URL. Start it, or unset DATABASE_URL to use the bundled start.';
  return error.message;
}
