import { useRef, useState } from 'react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { SafekeepingAnswer } from '@eight-up/core/contract/answers';
import { getJson, postForm, postJson, type ApiFailure } from '../../base/api.ts';

const KEY = ['safekeeping'];
/** How often a running check is asked how far it is, milliseconds. */
const LOOK_AGAIN = 500;

/** The safety net as it is, and all that can be done with it. */
export function useSafekeeping() {
  const queries = useQueryClient();
  const [arrived, setArrived] = useState(0);
  const stop = useRef<AbortController>(null);
  const state = useQuery<SafekeepingAnswer, ApiFailure>({
    queryKey: KEY,
    queryFn: () => getJson<SafekeepingAnswer>('/api/safekeeping'),
    refetchInterval: ({ state: { data } }) => (data?.check.running ? LOOK_AGAIN : false),
  });
  const note = (answer: SafekeepingAnswer) => queries.setQueryData(KEY, answer);
  /** Every book, paper and printer may be another now. */
  const allAnew = async (answer: SafekeepingAnswer) => {
    await queries.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== KEY[0], refetchType: 'none' });
    queries.removeQueries({ predicate: ({ queryKey }) => queryKey[0] === 'book' || queryKey[0] === 'history' });
    note(answer);
  };
  const backUp = useMutation<SafekeepingAnswer, ApiFailure>({
    mutationFn: () => postJson('/api/safekeeping/backups', {}),
    onSuccess: note,
  });
  const restore = useMutation<SafekeepingAnswer, ApiFailure, string>({
    mutationFn: (name) => postJson('/api/safekeeping/restore', { name }),
    onSuccess: allAnew,
  });
  const check = useMutation<SafekeepingAnswer, ApiFailure, 'begin' | 'stop'>({
    mutationFn: (what) => postJson(`/api/safekeeping/check${what === 'stop' ? '/stop' : ''}`, {}),
    onSuccess: note,
  });
  const bringBack = useMutation<SafekeepingAnswer, ApiFailure, File>({
    mutationFn: (file) => {
      stop.current = new AbortController();
      setArrived(0);
      const form = new FormData();
      form.set('file', file, file.name);
      return postForm('/api/safekeeping/everything', form, { onProgress: setArrived, signal: stop.current.signal });
    },
    onSuccess: allAnew,
  });
  return { state, backUp, restore, check, bringBack, arrived, callOff: () => stop.current?.abort() };
}

export type SafekeepingActs = ReturnType<typeof useSafekeeping>;
