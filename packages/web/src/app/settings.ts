import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import type { LengthUnit } from '@eight-up/core/units/measure';

interface Settings {
  readonly unit: LengthUnit;
  readonly switchUnit: () => void;
}

/** What belongs to the maker's eyes and hands, not to any book. */
export const useSettings = create<Settings>()(
  persist((set, get) => ({ unit: 'mm', switchUnit: () => set({ unit: get().unit === 'mm' ? 'in' : 'mm' }) }), {
    name: 'eight-up-settings',
  }),
);

/** Names this window to the server, so that a second window on one book is noticed. */
export const windowId: string = (() => {
  const known = sessionStorage.getItem('eight-up-window');
  if (known) return known;
  const made = crypto.randomUUID();
  sessionStorage.setItem('eight-up-window', made);
  return made;
})();
