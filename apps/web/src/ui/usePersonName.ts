import { useShop } from '../api/queries.js';

/** Names people by their id; somebody the shop no longer lists is still somebody. */
export function usePersonName(): (personId: string) => string {
  const { data } = useShop();
  return (personId) => data?.people.find((person) => person.id === personId)?.name ?? 'somebody';
}
