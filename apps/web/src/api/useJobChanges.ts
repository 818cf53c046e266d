import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { jobKey } from './queries.js';

/** Several changes at once, such as a column of readings, are one reason to look. */
const SETTLE_MS = 300;

/** Reads a job again when anybody changes it, so that two people at two screens see each other's work. */
export function useJobChanges(jobId: string): void {
  const queries = useQueryClient();
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const source = new EventSource(`/api/jobs/${jobId}/changes`);
    const look = (): void => {
      clearTimeout(timer);
      timer = setTimeout(() => void queries.invalidateQueries({ queryKey: jobKey(jobId) }), SETTLE_MS);
    };
    source.onmessage = ({ data }) => {
      if (data === 'changed') look();
    };
    return () => {
      clearTimeout(timer);
      source.close();
    };
  }, [jobId, queries]);
}
