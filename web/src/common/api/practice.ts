import { useQuery } from '@tanstack/react-query';
import { api, dataOf } from './client';
import { setHarborNow } from '../clock/harborClock';
import { keys } from './queries';

/** The practice hosting companies. */
export const useHosting = () =>
  useQuery({
    queryKey: [...keys.practice, 'hosting'],
    queryFn: () => dataOf(api.GET('/api/practice/hosting')),
  });

export const usePractice = () =>
  useQuery({
    queryKey: keys.practice,
    queryFn: async () => {
      const practice = await dataOf(api.GET('/api/practice'));
      setHarborNow(practice.now);
      return practice;
    },
    staleTime: 1_000,
  });
