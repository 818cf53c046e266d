import { hostname, networkInterfaces } from 'node:os';

/** Names that this machine always has for itself. */
export const LOOPBACK_NAMES = ['localhost', '127.0.0.1', '::1'];

/** This machine itself, also as an IPv4 address within IPv6. */
const LOOPBACK = /^(127\.|::1$|::ffff:127\.)/;
/** Whether the other end of a connection is this very machine: nobody else can claim that. */
export const isLoopback = (address: string | undefined): boolean => LOOPBACK.test(address ?? '');

/**
 * The names and addresses by which the shop's network reaches this machine now, those the shop gives it first.
 * @param names of the shop's own
 * @param address listened on; 0.0.0.0 for all of them
 */
export function ownNames(names: readonly string[], address: string): string[] {
  const host = hostname().toLowerCase();
  const addresses = Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    .filter(({ internal, family }) => !internal && family === 'IPv4')
    .map((one) => one.address);
  const own = [...names.map((name) => name.toLowerCase()), ...(address === '0.0.0.0' ? addresses : [address]), host, `${host}.local`];
  return [...new Set(own)];
}
