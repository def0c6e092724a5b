import type { MouseEvent, ReactNode } from 'react';
import { openMade } from './makings.ts';

interface MadeLinkProps {
  readonly href: string;
  /** what the file is called while it is made */
  readonly title: string;
  readonly className?: string;
  readonly children: ReactNode;
}

/** A link to a file that is made when it is asked for; pressed as usual it is watched, opened any other way it is a plain link. */
export function MadeLink({ href, title, className, children }: MadeLinkProps) {
  const pressed = (event: MouseEvent) => {
    if (event.button !== 0 || event.ctrlKey || event.metaKey || event.shiftKey || event.altKey) return;
    event.preventDefault();
    void openMade(href, title);
  };
  return (
    <a className={className} href={href} target="_blank" rel="noreferrer" onClick={pressed}>
      {children}
    </a>
  );
}
