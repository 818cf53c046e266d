import type { ReactNode } from 'react';
import { useAtTheBench } from '../api/person.js';
import { useShop } from '../api/queries.js';

/** The person at the bench; null for one that the shop does not know. Until the shop is read this screen's own word is taken: the server asks again. */
export function useWho(): string | null {
  const { personId } = useAtTheBench();
  const { data: shop } = useShop();
  return shop === undefined || shop.people.some((person) => person.id === personId) ? personId : null;
}

/** Says that an entry needs a name, while there is none. */
export function WhoFirst(): ReactNode {
  const { data: shop } = useShop();
  const who = useWho();
  if (who !== null || !shop) return null;
  return <p className="font-semibold text-outside">▲ First say who is at the bench, at the top right: every entry carries a name.</p>;
}
