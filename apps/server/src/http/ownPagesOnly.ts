import type { NextFunction, Request, RequestHandler, Response } from 'express';
import { LOOPBACK_NAMES } from '../network/ownNames.js';
import { problem } from './problem.js';

const READS = ['GET', 'HEAD', 'OPTIONS'];
/** What a write may consist of; what a foreign page’s form can send without asking (text, form fields) is not among them. */
const BODIES = /^(application\/(json|gzip|octet-stream)|image\/[\w.+-]+)(;|$)/i;

/**
 * Lets in only requests that Tare’s own pages make: a Host that is one of its names (a foreign name pointed at loopback would
 * otherwise read everything), writes only with an Origin that is the very host asked, nothing of the API for another site’s page,
 * and no body that a form could send. Programs of the shop’s own send `Origin` as well.
 * @param names of the shop’s own, beside loopback’s, as they are when it is asked: an address may change
 */
export function ownPagesOnly(names: () => readonly string[]): RequestHandler {
  return (request: Request, response: Response, next: NextFunction): void => {
    const refused = whyRefused(request, (name) => LOOPBACK_NAMES.includes(name) || names().includes(name));
    if (refused === null) next();
    else response.status(refused.status).type('application/problem+json').json(problem(refused.status, refused.detail));
  };
}

interface Refusal {
  readonly status: 403 | 415;
  readonly detail: string;
}

function whyRefused({ method, path, headers }: Request, isOwn: (name: string) => boolean): Refusal | null {
  const { host, origin } = headers;
  const name = nameOf(host);
  if (name === null || !isOwn(name))
    return refusal(`Tare does not answer as “${name ?? ''}”. If that is a name of this shop’s own, say so in TARE_NAMES where it is started.`);
  if (path.startsWith('/api') && headers['sec-fetch-site'] === 'cross-site' && headers['sec-fetch-mode'] !== 'navigate')
    return refusal('Another site’s page asked for this; only Tare’s own pages may.');
  if (READS.includes(method)) return null;
  if (origin === undefined) return refusal('A request that writes has to say where it comes from: it has no Origin.');
  if (hostOf(origin) !== host?.toLowerCase()) return refusal(`A page of ${origin} tried to write here; only Tare’s own pages may.`);
  const type = headers['content-type'];
  if (type !== undefined && !BODIES.test(type))
    return { status: 415, detail: `The request has no body that can be read: it has to be JSON, not ${type}.` };
  return null;
}

const refusal = (detail: string): Refusal => ({ status: 403, detail });

/** The name in a Host header, without its port; null for none, or what is no host. */
const nameOf = (host: string | undefined): string | null => (host ? (urlOf(`http://${host}`)?.hostname.replace(/^\[|\]$/g, '') ?? null) : null);
const hostOf = (origin: string): string | null => urlOf(origin)?.host ?? null;

function urlOf(text: string): URL | null {
  return URL.canParse(text) ? new URL(text) : null;
}
