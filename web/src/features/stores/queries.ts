import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';

export type StockItem = Schemas['StockItem'];
export type Hit = Schemas['Hit'];
export type Donor = Schemas['Donor'];
export type PartCard = Schemas['PartCard'];

export const shelfQuery = queryOptions({
  queryKey: ['shelf'],
  queryFn: () => ask(api.GET('/api/stores/shelf')),
});

export const donorsQuery = queryOptions({
  queryKey: ['donors'],
  queryFn: () => ask(api.GET('/api/stores/donors')),
});

export const numbersQuery = queryOptions({
  queryKey: ['numbers'],
  queryFn: () => ask(api.GET('/api/stores/numbers')),
});

export const numberQuery = (number: string) =>
  queryOptions({
    queryKey: ['numbers', number],
    queryFn: () => ask(api.GET('/api/stores/numbers/{number}', { params: { path: { number } } })),
  });

export const sellersQuery = queryOptions({
  queryKey: ['sellers'],
  queryFn: () => ask(api.GET('/api/stores/sellers')),
});

/** Where a part can be had, by what was typed or by a job's gear. */
export const findQuery = (text: string, jobId?: number) =>
  queryOptions({
    queryKey: ['find-part', text, jobId],
    queryFn: ({ signal }) =>
      ask(
        api.GET('/api/stores/find', {
          params: { query: { text, ...(jobId !== undefined && { jobId }) } },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
  });

export const pricesQuery = (seller: string, item: string) =>
  queryOptions({
    queryKey: ['prices', seller, item],
    queryFn: () => ask(api.GET('/api/stores/prices', { params: { query: { seller, item } } })),
  });
