import { Injectable, type CanActivate, type ExecutionContext } from '@nestjs/common';
import type { OpenAPIObject } from '@nestjs/swagger';
import { ROUTE_ROLES, type Role } from '@tare/contract';
import type { Request } from 'express';
import { AskException, ProblemException } from '../http/problem.js';
import { Devices } from '../network/devices.js';
import { CurrentShop } from '../shop/currentShop.js';
import { whoAsks } from './atTheBench.js';
import { madeBy } from './maker.js';

const ROLES: Readonly<Record<string, Role | undefined>> = ROUTE_ROLES;
/** Roles that somebody has to be picked for. */
const BY_A_PERSON: readonly Role[] = ['balancer', 'keeper'];

/** Lets a request through to its handler by the role that it needs. */
@Injectable()
export class Gate implements CanActivate {
  constructor(
    private readonly shop: CurrentShop,
    private readonly devices: Devices,
  ) {}

  /** @throws AskException 401 for a device that the shop did not let in; ProblemException 401 where nobody was picked on it */
  async canActivate(context: ExecutionContext): Promise<boolean> {
    const request = context.switchToHttp().getRequest<Request>();
    const { path } = request.route as { path: string };
    const role = ROLES[routeOf(request.method, path)];
    if (role === undefined) return false;
    if (role === 'anybody') return true;
    if (!(await this.devices.letsIn(request)))
      throw new AskException(401, 'This device is new to the shop, or was put out of it: type the shop code.', 'shopCode');
    if (!BY_A_PERSON.includes(role)) return true;
    const personId = whoAsks(request, await this.shop.id());
    if (personId === null) throw new ProblemException(401, 'Nobody is at the bench on this device: pick who you are first.');
    madeBy(request, personId);
    return true;
  }
}

/** As `ROUTE_ROLES` names it. */
const routeOf = (method: string, path: string): string => `${method === 'HEAD' ? 'GET' : method} ${path.replace(/^\/(api\/)?/, '')}`;

/** @throws Error for a route that is missing in the table of roles, or there without being a route */
export function requireRoles({ paths }: OpenAPIObject): void {
  const routes = Object.entries(paths).flatMap(([path, operations]) =>
    Object.keys(operations).map((method) => routeOf(method.toUpperCase(), path.replace(/\{(\w+)\}/g, ':$1'))),
  );
  const unlisted = routes.filter((route) => ROLES[route] === undefined);
  const gone = Object.keys(ROLES).filter((route) => !routes.includes(route));
  if (unlisted.length + gone.length > 0)
    throw new Error(
      `The table of roles does not fit: ${[...unlisted.map((r) => `${r} has none`), ...gone.map((r) => `${r} is no route`)].join('; ')}.`,
    );
}
