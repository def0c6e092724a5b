import { useEffect, useRef } from 'react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { MakerSettings } from '@eight-up/core/contract/maker-settings';
import { getJson, postJson } from './api.ts';
import { useSettings } from './settings.ts';

const KEY = ['settings'];
const same = (one: MakerSettings, other: MakerSettings) =>
  one.unit === other.unit && one.currency === other.currency && one.tab === other.tab;

/** Keeps the maker's settings with the books, so that they are the same in every window and browser; what this one remembers only bridges the start. */
export function useKeptSettings(): void {
  const queries = useQueryClient();
  const told = useRef<MakerSettings>(undefined);
  const { data } = useQuery({ queryKey: KEY, queryFn: () => getJson<MakerSettings>('/api/settings') });
  useEffect(() => {
    if (!data) return;
    told.current = data;
    useSettings.setState(data);
  }, [data]);
  useEffect(
    () =>
      useSettings.subscribe(({ unit, currency, tab }) => {
        const now = { unit, currency, tab };
        if (told.current && same(now, told.current)) return;
        told.current = now;
        void queries.cancelQueries({ queryKey: KEY });
        queries.setQueryData(KEY, now);
        // Unsaved, this window goes on as the maker has set it.
        postJson('/api/settings', now).catch(() => undefined);
      }),
    [queries],
  );
}
