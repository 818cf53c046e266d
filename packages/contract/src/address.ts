import type { RouteIds, RouteName } from './api.js';

/** An address with its ids in place. @throws Error for an id that is missing, which the types do not let happen */
export function addressOf<R extends RouteName>(route: R, ids: RouteIds<R>): string {
  const given = ids as Readonly<Record<string, string>>;
  return route.slice(route.indexOf(' ') + 1).replace(/:(\w+)/g, (_, name: string) => {
    const id = given[name];
    if (id === undefined) throw new Error(`“${route}” needs ${name}.`);
    return encodeURIComponent(id);
  });
}
