import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { shopQuery } from './queries';

type Right = Schemas['ShopView']['rights'][number];

/** Whether whoever is here may do something of that kind. */
export function useMay(right: Right): boolean {
  return useQuery(shopQuery).data?.rights.includes(right) ?? false;
}
