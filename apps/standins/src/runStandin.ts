import type { Server } from 'node:net';

interface StandinProcess {
  readonly name: string;
  readonly portName: string;
  readonly usualPort: number;
  readonly hurryName: string;
  readonly listen: (options: { port: number; hurry: number }) => Promise<Server>;
}

/** Runs a stand-in as a process of its own, until it is told to stop. */
export async function runStandin({ name, portName, usualPort, hurryName, listen }: StandinProcess): Promise<void> {
  const port = Number(process.env[portName] ?? usualPort);
  try {
    await listen({ port, hurry: Number(process.env[hurryName] ?? 1) });
    console.log(`Stand-in ${name} on 127.0.0.1:${port}`);
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => process.exit(0));
  } catch (error) {
    const inUse = error instanceof Error && 'code' in error && error.code === 'EADDRINUSE';
    console.error(inUse ? `Port ${port} is in use: another stand-in ${name} is running, or set ${portName} to a free port.` : error);
    process.exit(1);
  }
}
