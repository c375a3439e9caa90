import { useMutation, useQuery } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { queries } from '../../common/api/queries';

export type Costs = Schemas['CostsView'];
export type CostView = Schemas['CostView'];
export type Cost = Schemas['CostForm'];

const KEY = ['costs'];

/** What the account pays for. */
export const useCosts = () => useQuery({ queryKey: KEY, queryFn: () => dataOf(api.GET('/api/costs')) });

const keep = (costs: Costs) => {
  queries.setQueryData(KEY, costs);
};

/** Writes a cost down, or writes it down anew. */
export const useSaveCost = (id: string | null) =>
  useMutation({
    mutationFn: (body: Cost) =>
      dataOf(
        id === null
          ? api.POST('/api/costs', { body })
          : api.PUT('/api/costs/{id}', { params: { path: { id } }, body }),
      ),
    onSuccess: keep,
  });

/** Takes a cost off. */
export const useRemoveCost = (id: string) =>
  useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/costs/{id}', { params: { path: { id } } })),
    onSuccess: keep,
  });

export const PAID: [Cost['paid'], string][] = [
  ['MONTHLY', 'each month'],
  ['YEARLY', 'each year'],
  ['ONCE', 'once'],
];
