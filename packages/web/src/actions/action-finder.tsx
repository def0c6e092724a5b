import { useState } from 'react';
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions, Dialog, DialogPanel } from '@headlessui/react';
import type { Action } from './action.ts';

interface ActionFinderProps {
  readonly actions: readonly Action[];
  readonly onClose: () => void;
}

/** Whether every word asked for begins a word of the title: "tu ov" finds "Turn the sheet over". */
export function matchesWords(title: string, asked: string): boolean {
  const words = title.toLowerCase().split(/[^\p{L}\p{N}]+/u);
  return asked
    .toLowerCase()
    .split(/\s+/)
    .filter(Boolean)
    .every((wanted) => words.some((word) => word.startsWith(wanted)));
}

/** Anything that can be done, here or on another screen, found by a few letters. */
export function ActionFinder({ actions, onClose }: ActionFinderProps) {
  const [asked, setAsked] = useState('');
  const close = () => {
    setAsked('');
    onClose();
  };
  const found = actions.filter(
    ({ title, also = '', enabled }) => enabled !== false && matchesWords(`${title} ${also}`, asked),
  );
  return (
    <Dialog open onClose={close} className="relative z-50" aria-label="Find anything that can be done">
      <div className="fixed inset-0 flex justify-center bg-ink/40 p-6 pt-[12vh]">
        <DialogPanel className="slip h-fit w-full max-w-xl">
          <Combobox<Action | null>
            immediate
            onChange={(action) => {
              // Emptied, the field chooses nothing: it stays open.
              if (!action) return;
              close();
              action.run();
            }}
          >
            <ComboboxInput
              autoFocus
              autoComplete="off"
              aria-label="What do you want to do?"
              placeholder="What do you want to do?"
              className="w-full border-b border-ink bg-paper px-4 py-3 text-lg"
              onChange={(event) => setAsked(event.target.value)}
              onKeyDown={(event) => {
                // The list is there as long as the finder is: one press closes both.
                if (event.key === 'Escape') close();
              }}
            />
            <ComboboxOptions static className="max-h-[50vh] overflow-auto py-1">
              {found.map((action) => (
                <ComboboxOption
                  key={action.id}
                  value={action}
                  className="flex cursor-pointer justify-between px-4 py-1.5 data-focus:bg-choose-pale"
                >
                  {action.title} <span className="measure text-quiet">{action.keys}</span>
                </ComboboxOption>
              ))}
              {found.length === 0 && <p className="px-4 py-2 text-quiet">Nothing is called so.</p>}
            </ComboboxOptions>
          </Combobox>
        </DialogPanel>
      </div>
    </Dialog>
  );
}
