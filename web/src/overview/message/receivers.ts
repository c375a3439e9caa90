import { useMutation, useQuery } from '@tanstack/react-query';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { queries } from '../../common/api/queries';

export type Receiver = Schemas['ReceiverView'];
export type ReceiverForm = Schemas['ReceiverForm'];
export type Message = Schemas['MessageView'];
export type Kind = Receiver['kinds'][number];

const KEY = ['receivers'];

/** What a program can be told of, as the end of "when …". */
export const KINDS: [Kind, string][] = [
  ['PUBLISHED', 'a site was published, here or to a host'],
  ['TAKEN_DOWN', 'a site was taken down, closed or deleted'],
  ['RESTORED', 'an earlier version went live, or a site came back'],
  ['FAILED', 'a publish, a send to a host or a plan failed'],
  ['NAME_STOPPED', 'a name stopped working, or its certificate is in trouble'],
];

/** The programs that are told what happens. */
export function useReceivers() {
  return useQuery({ queryKey: KEY, queryFn: () => dataOf(api.GET('/api/receivers')) });
}

/** The latest messages of one; asked for again while one is under way. */
export function useMessages(id: string) {
  return useQuery({
    queryKey: [...KEY, id, 'messages'],
    queryFn: () => dataOf(api.GET('/api/receivers/{id}/messages', { params: { path: { id } } })),
    refetchInterval: (query) =>
      query.state.data?.some((each) => each.state === 'WAITING') === true ? 1500 : 15_000,
  });
}

const changed = { onSuccess: () => queries.invalidateQueries({ queryKey: KEY }) };

export function useAddReceiver() {
  return useMutation({
    mutationFn: (body: ReceiverForm) => dataOf(api.POST('/api/receivers', { body })),
    ...changed,
  });
}

export function useChangeReceiver(id: string) {
  return useMutation({
    mutationFn: (body: ReceiverForm) =>
      dataOf(api.PUT('/api/receivers/{id}', { params: { path: { id } }, body })),
    ...changed,
  });
}

export function useRemoveReceiver(id: string) {
  return useMutation({
    mutationFn: () => dataOf(api.DELETE('/api/receivers/{id}', { params: { path: { id } } })),
    ...changed,
  });
}

export function useNewSecret(id: string) {
  return useMutation({
    mutationFn: () => dataOf(api.POST('/api/receivers/{id}/secret', { params: { path: { id } } })),
  });
}

export function useTestMessage(id: string) {
  return useMutation({
    mutationFn: () => dataOf(api.POST('/api/receivers/{id}/messages', { params: { path: { id } } })),
    ...changed,
  });
}

export function useSendAgain(id: string) {
  return useMutation({
    mutationFn: (messageId: string) =>
      dataOf(
        api.POST('/api/receivers/{id}/messages/{messageId}/repeats', { params: { path: { id, messageId } } }),
      ),
    ...changed,
  });
}
