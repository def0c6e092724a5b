import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { USUAL_SETTINGS, type MakerSettings } from '@eight-up/core/document/maker-settings';
import type { Nm } from '@eight-up/core/units/nm';

interface Settings extends MakerSettings {
  readonly switchUnit: () => void;
  readonly setCurrency: (currency: string | null) => void;
  readonly setTab: (tab: Nm) => void;
}

/** What belongs to the maker's eyes and hands, not to any book. */
export const useSettings = create<Settings>()(
  persist(
    (set, get) => ({
      ...USUAL_SETTINGS,
      switchUnit: () => set({ unit: get().unit === 'mm' ? 'in' : 'mm' }),
      setCurrency: (currency) => set({ currency }),
      setTab: (tab) => set({ tab }),
    }),
    { name: 'eight-up-settings' },
  ),
);
