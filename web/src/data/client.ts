import { MutationCache, QueryClient } from '@tanstack/react-query';
import { ApiError } from './api';

/**
 * One cache of what the server knows. After any change all of it is asked again: the
 * server is on this machine, and a finding can depend on a table, a step or a condition.
 */
export const client: QueryClient = new QueryClient({
  mutationCache: new MutationCache({
    // What only computes says so, and leaves what is known as it is.
    onSettled: (_data, _error, _sent, _result, { meta }) =>
      meta?.['changesNothing'] ? undefined : client.invalidateQueries(),
  }),
  defaultOptions: {
    queries: {
      staleTime: Infinity,
      refetchOnWindowFocus: false,
      retry: (count, error) => count < 2 && error instanceof ApiError && error.status === 0,
    },
  },
});
