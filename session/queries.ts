import { QueryClient } from '@tanstack/react-query';

/** Everything is local: no retries, no refetching when the window comes back, no waiting for a network. */
export const queryClient = new QueryClient({
  defaultOptions: {
    queries: { retry: false, refetchOnWindowFocus: false, networkMode: 'always', staleTime: Infinity },
    mutations: { networkMode: 'always' },
  },
});
