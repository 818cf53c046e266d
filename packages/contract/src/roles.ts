import type { RouteName } from './api.js';

/**
 * What somebody has to be to ask for something. Until there is sign-in, `door` and `reader` ask for a device that the shop lets in,
 * `balancer` and `keeper` for a person picked on it besides.
 */
export type Role =
  /** Whoever reaches the machine. */
  | 'anybody'
  /** At a device of the shop’s, before anybody is picked. */
  | 'door'
  /** Sees what is on record. */
  | 'reader'
  /** Weighs, cuts, spins, decides and signs. */
  | 'balancer'
  /** Looks after what the shop owns and how it works: tools, machines, instruments, the list of jobs. */
  | 'keeper';

/** Requests whose body or answer is no JSON. */
type OtherRoute =
  | 'GET reach/authority.crt'
  | 'GET health/live'
  | 'GET health/ready'
  | 'GET health/metrics'
  | 'GET changes'
  | 'GET compute'
  | 'POST compute/:name'
  | 'GET standin-scale/lines'
  | 'GET standin-gauge/lines'
  | 'GET jobs/:jobId/card.pdf'
  | 'GET jobs/:jobId/photos/:photoId'
  | 'POST jobs/:jobId/photos'
  | 'GET jobs/:jobId/spins/:spinId/recording'
  | 'POST jobs/:jobId/spins/recorded'
  | 'POST machines/:machineId/process';

/** The role that each request needs. The server does not start with a route that is not here. */
export const ROUTE_ROLES: Readonly<Record<RouteName | OtherRoute, Role>> = {
  'GET health/live': 'anybody',
  'GET health/ready': 'anybody',
  'GET health/metrics': 'anybody',
  'GET reach': 'anybody',
  'GET reach/authority.crt': 'anybody',
  'POST devices': 'anybody',
  'GET devices': 'reader',
  'POST devices/:deviceId/revocation': 'keeper',
  'POST devices/new-code': 'keeper',
  'POST at-the-bench': 'door',
  'GET shop': 'door',
  'POST shop/people': 'door',
  'PUT shop/bits': 'keeper',
  'PUT shop/usual': 'keeper',
  'PUT shop/fittings': 'keeper',
  'PUT shop/display': 'balancer',
  'GET shop-tools': 'reader',
  'PUT shop-tools': 'keeper',
  'GET bob-box': 'reader',
  'PUT bob-box': 'keeper',
  'GET tools': 'reader',
  'POST tools': 'keeper',
  'POST tools/:toolId/practice-cuts': 'balancer',
  'GET gauges': 'reader',
  'PUT gauges': 'balancer',
  'GET instruments': 'reader',
  'POST instruments': 'keeper',
  'PUT instruments/:instrumentId': 'keeper',
  'POST instruments/:instrumentId/studies': 'balancer',
  'GET machines': 'reader',
  'POST machines': 'keeper',
  'PUT machines/:machineId': 'keeper',
  'POST machines/calibrations': 'balancer',
  'POST machines/:machineId/process': 'reader',
  'GET standin-gauge/character': 'reader',
  'GET standin-gauge/lines': 'reader',
  'POST standin-gauge/commands': 'reader',
  'GET standin-scale/character': 'reader',
  'GET standin-scale/lines': 'reader',
  'POST standin-scale/commands': 'reader',
  'GET changes': 'reader',
  'GET compute': 'reader',
  'POST compute/:name': 'reader',
  'GET jobs': 'reader',
  'POST jobs': 'balancer',
  'GET jobs/:jobId': 'reader',
  'PUT jobs/:jobId/spec': 'balancer',
  'POST jobs/:jobId/removal': 'keeper',
  'POST jobs/:jobId/readings': 'balancer',
  'POST jobs/:jobId/readings/batch': 'balancer',
  'POST jobs/:jobId/readings/:readingId/zero': 'balancer',
  'POST jobs/:jobId/part-cuts': 'balancer',
  'POST jobs/:jobId/part-cuts/batch': 'balancer',
  'POST jobs/:jobId/spares': 'balancer',
  'POST jobs/:jobId/spares/:partId/removal': 'balancer',
  'POST jobs/:jobId/measurements': 'balancer',
  'POST jobs/:jobId/works': 'balancer',
  'POST jobs/:jobId/decisions': 'balancer',
  'POST jobs/:jobId/plans': 'balancer',
  'POST jobs/:jobId/holes': 'balancer',
  'POST jobs/:jobId/spins': 'balancer',
  'POST jobs/:jobId/spins/typed': 'balancer',
  'POST jobs/:jobId/spins/recorded': 'balancer',
  'GET jobs/:jobId/spins/:spinId/recording': 'reader',
  'POST jobs/:jobId/spins/:spinId/reprocess': 'reader',
  'POST jobs/:jobId/hung-weights': 'balancer',
  'GET jobs/:jobId/card': 'reader',
  'GET jobs/:jobId/card.pdf': 'reader',
  'GET jobs/:jobId/signed-cards': 'reader',
  'POST jobs/:jobId/sign-offs': 'balancer',
  'GET jobs/:jobId/photos/:photoId': 'reader',
  'POST jobs/:jobId/photos': 'balancer',
  'POST jobs/:jobId/photos/:photoId/removal': 'balancer',
  'POST entries/:entryId/void': 'balancer',
  'POST entries/:entryId/undo': 'balancer',
  'GET jobs/:jobId/standin-truth': 'reader',
  'POST jobs/:jobId/standin-recording': 'reader',
};
