import { queryOptions } from '@tanstack/react-query';
import { api, ask } from '../../api/client';

export const shopQuery = queryOptions({ queryKey: ['shop'], queryFn: () => ask(api.GET('/api/shop')) });

export const termsQuery = queryOptions({
  queryKey: ['terms'],
  queryFn: () => ask(api.GET('/api/shop/terms')),
});
