const KEY = 'eight-up-window';
/** How long a window that is just being left may hold its name. */
const LEAVING_MS = 250;

let name: string | undefined;

/** Names this window to the server and to the others, so that a second window on one book is noticed. */
export const windowId = (): string => (name ??= known() ?? named());

/** The same for what is changed past an outbox: an outbox that looks for its own change must not take this for it. */
export const windowAside = (): string => `${windowId()} aside`;

const known = (): string | undefined => sessionStorage.getItem(KEY) ?? undefined;

function named(): string {
  const made = crypto.randomUUID();
  sessionStorage.setItem(KEY, made);
  return made;
}

/**
 * Takes the name for this window alone, before anything is shown. A duplicated tab comes with the name and the waiting changes of the one it was
 * made from, which still sends them: it gets a name of its own, and none of them.
 */
export async function claimWindow(): Promise<void> {
  const own = windowId();
  if (await held(own)) return;
  for (const key of Object.keys(sessionStorage)) if (key.startsWith('eight-up-')) sessionStorage.removeItem(key);
  name = named();
  await held(name);
}

/** Whether the name could be had; it is held until the window is closed. */
function held(own: string): Promise<boolean> {
  // Without locks (an old browser) every window is taken to be the only one of its name.
  if (!('locks' in navigator)) return Promise.resolve(true);
  return new Promise((resolve) => {
    const signal = AbortSignal.timeout(LEAVING_MS);
    navigator.locks
      .request(`${KEY} ${own}`, { signal }, () => {
        resolve(true);
        return new Promise<never>(() => undefined);
      })
      .catch(() => resolve(false));
  });
}
