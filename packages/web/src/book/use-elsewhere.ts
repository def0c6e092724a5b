import { useEffect, useEffectEvent, useRef, useState } from 'react';
import type { BookMoved } from '@eight-up/core/contract/answers';
import { windowId } from '../app/settings.ts';

type Message = BookMoved & { readonly book: string };

/** Windows of one browser tell each other of every change at once; windows elsewhere are noticed when either saves. */
export function useElsewhere(book: string, known: () => number | undefined) {
  const channel = useRef<BroadcastChannel>(undefined);
  const [moved, setMoved] = useState<BookMoved>();
  const heard = useEffectEvent(({ data }: MessageEvent<Message>) => {
    const mine = known();
    if (data.book === book && data.window !== windowId && mine !== undefined && data.revision > mine) setMoved(data);
  });
  useEffect(() => {
    const opened = new BroadcastChannel('eight-up-books');
    channel.current = opened;
    opened.addEventListener('message', heard);
    return () => opened.close();
  }, []);
  return {
    /** what another window did since this one last looked */
    moved,
    tell: (revision: number) => channel.current?.postMessage({ book, revision, window: windowId } satisfies Message),
    note: setMoved,
    forget: () => setMoved(undefined),
  };
}
