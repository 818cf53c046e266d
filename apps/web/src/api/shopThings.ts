import { useQuery, type UseMutationResult, type UseQueryResult } from '@tanstack/react-query';
import type { Api, BobBoxEntry, ShopToolsEntry } from '@tare/contract';
import { ask } from './client.js';
import type { ProblemError } from './problem.js';
import { useWrite, type Content } from './useWrite.js';

export const useBobBox = (): UseQueryResult<BobBoxEntry, ProblemError> => useQuery({ queryKey: ['bob-box'], queryFn: () => ask('GET bob-box', {}) });
export const useBobBoxChange = (): Change<'PUT bob-box'> => useWrite('PUT bob-box');

export const useShopTools = (): UseQueryResult<ShopToolsEntry, ProblemError> =>
  useQuery({ queryKey: ['shop-tools'], queryFn: () => ask('GET shop-tools', {}) });
export const useShopToolsChange = (): Change<'PUT shop-tools'> => useWrite('PUT shop-tools');

/** The factor and the oil that new jobs start with. */
export const useShopUsual = (): Change<'PUT shop/usual'> => useWrite('PUT shop/usual');
export const useBitsChange = (): Change<'PUT shop/bits'> => useWrite('PUT shop/bits');

/** A change of something that has versions, against the one on the screen. */
type Change<R extends 'PUT bob-box' | 'PUT shop-tools' | 'PUT shop/usual' | 'PUT shop/bits'> = UseMutationResult<
  Api[R]['answer'],
  ProblemError,
  Content<R>
>;
