import { useQuery, type UseMutationResult, type UseQueryResult } from '@tanstack/react-query';
import type { Api, BobBoxEntry, GaugeDrawer, ShopToolsEntry } from '@tare/contract';
import { ask } from './client.js';
import type { ProblemError } from './problem.js';
import { useWrite, type Content } from './useWrite.js';

export const useBobBox = (): UseQueryResult<BobBoxEntry, ProblemError> => useQuery({ queryKey: ['bob-box'], queryFn: () => ask('GET bob-box', {}) });

export const useShopTools = (): UseQueryResult<ShopToolsEntry, ProblemError> =>
  useQuery({ queryKey: ['shop-tools'], queryFn: () => ask('GET shop-tools', {}) });

export const useGauges = (): UseQueryResult<GaugeDrawer, ProblemError> => useQuery({ queryKey: ['gauges'], queryFn: () => ask('GET gauges', {}) });

/** The factor and the oil that new jobs start with. */
export const useShopUsual = (): UseMutationResult<Api['PUT shop/usual']['answer'], ProblemError, Content<'PUT shop/usual'>> =>
  useWrite('PUT shop/usual');
