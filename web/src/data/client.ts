import { isTouched, touchedHeader, type Resource } from '@undameter/contract/touched';
import { MutationCache, QueryClient, type Query } from '@tanstack/react-query';
import { afterDrawn } from './afterDrawn';
import { ApiError, takeTouched } from './api';

/**
 * Asks again for what a change may have altered; the server has named it. A question that was under way is broken off:
 * its answer may be from before the change, and would be taken for new.
 */
async function renewTouched(touched: string): Promise<void> {
  const filter = { predicate: ({ queryKey: [address] }: Query) => isTouched(String(address), touched) };
  await client.cancelQueries(filter);
  await client.invalidateQueries(filter);
}

/** For a change that nobody waits for: an import ends by itself. */
export const renewAfter = (changed: Resource): Promise<void> => renewTouched(touchedHeader(changed));

const wasLost = (error: Error | null): boolean => error instanceof ApiError && error.status === 0;

/**
 * One cache of what the server knows. A change ends when what it touched has been asked anew; one with the meta
 * `endsAtReply`, whose reply brings what is to be shown at once, when the server has replied.
 */
export const client: QueryClient = new QueryClient({
  mutationCache: new MutationCache({
    // A change whose answer was lost may have been made all the same.
    onSettled: (_data, error, _body, _context, { meta }) => {
      const touched = takeTouched();
      const renew = () => (wasLost(error) ? client.invalidateQueries() : renewTouched(touched));
      if (!meta?.['endsAtReply']) return renew();
      // What the reply brought is drawn before anything is asked.
      afterDrawn(() => void renew());
      return undefined;
    },
  }),
  defaultOptions: {
    queries: {
      staleTime: Infinity,
      refetchOnWindowFocus: false,
      retry: (count, error) => count < 2 && wasLost(error),
    },
  },
});
