import type { CardNames } from '@tare/card';
import { useMemo } from 'react';
import { useInstruments } from '../../api/instruments.js';
import { useMachines } from '../../api/machines.js';
import { useShop } from '../../api/queries.js';

/** What the card calls people and things by. */
export function useCardNames(): CardNames {
  const { data: shop } = useShop();
  const { data: cupboard } = useInstruments();
  const { data: hall } = useMachines();
  return useMemo(() => {
    const named = ({ id, spec: { name } }: { readonly id: string; readonly spec: { readonly name: string } }): { id: string; name: string } => ({
      id,
      name,
    });
    return {
      shopName: shop?.name ?? '',
      people: shop?.people ?? [],
      instruments: cupboard?.instruments.map(named) ?? [],
      machines: hall?.machines.map(named) ?? [],
    };
  }, [shop, cupboard, hall]);
}
