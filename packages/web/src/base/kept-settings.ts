import { useEffect, useRef } from 'react';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { MakerSettings } from '@eight-up/core/document/maker-settings';
import { getJson, postJson } from './api.ts';
import { useSettings } from './settings.ts';

const KEY = ['settings'];
const same = (one: MakerSettings, other: MakerSettings) =>
  one.unit === other.unit && one.currency === other.currency && one.tab === other.tab;

const ofBrowser = (): MakerSettings => {
  const { unit, currency, tab } = useSettings.getState();
  return { unit, currency, tab };
};
// Unsaved, this window goes on as the maker has set it.
const keep = (settings: MakerSettings) => void postJson('/api/settings', settings).catch(() => undefined);

/**
 * Keeps the maker's settings with the books, so that they are the same in every window and browser; what this one remembers only bridges the
 * start, and is what is kept where nothing is yet.
 */
export function useKeptSettings(): void {
  const queries = useQueryClient();
  const told = useRef<MakerSettings>(undefined);
  const { data } = useQuery({ queryKey: KEY, queryFn: () => getJson<MakerSettings | null>('/api/settings') });
  useEffect(() => {
    if (data === undefined) return;
    told.current = data ?? ofBrowser();
    if (data) useSettings.setState(data);
    else keep(told.current);
  }, [data]);
  useEffect(
    () =>
      useSettings.subscribe(() => {
        const now = ofBrowser();
        if (told.current && same(now, told.current)) return;
        told.current = now;
        void queries.cancelQueries({ queryKey: KEY });
        queries.setQueryData(KEY, now);
        keep(now);
      }),
    [queries],
  );
}
