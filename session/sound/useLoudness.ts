import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { planShow } from '../../core/mix';
import type { Show } from '../../core/show';
import { useHeard } from './heard';
import { measurer } from '../workers';

/** Quiet time after the last edit before the whole show is measured, ms. */
const REST = 700;

/** A value once it has not changed for a moment. */
export function useRested<T>(value: T): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setRested(value), REST);
    return () => clearTimeout(timer);
  }, [value]);
  return rested;
}

/** Loudness and peaks of the whole show as it will be exported; measured in a worker, by content of the plan. */
export function useLoudness(show: Show) {
  const rested = useRested(show);
  const heard = useHeard((state) => state.heard);
  const known = useHeard((state) => state.asking === 0);
  const plan = useMemo(() => planShow(rested, heard), [rested, heard]);
  const query = useQuery({
    queryKey: ['loudness', JSON.stringify(plan)],
    // What is still being listened to will change the plan.
    enabled: known && plan.frames > 0 && plan.parts.length > 0,
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: ({ signal }) => measurer().call('measure', { plan, show: rested.id }, { signal }),
  });
  return { ...query, stale: rested !== show || !known || query.isFetching };
}
