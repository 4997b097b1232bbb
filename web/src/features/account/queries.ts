import { queryOptions } from '@tanstack/react-query';
import { api, ask } from '../../api/client';

export const peopleQuery = queryOptions({
  queryKey: ['people'],
  queryFn: () => ask(api.GET('/api/account/people')),
});

export const signInsQuery = queryOptions({
  queryKey: ['signIns'],
  queryFn: () => ask(api.GET('/api/account/sign-ins')),
});

export const addressQuery = queryOptions({
  queryKey: ['address'],
  queryFn: () => ask(api.GET('/api/account/address')),
});
