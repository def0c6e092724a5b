// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { matchesWords } from './action-finder.tsx';
import type { Action } from './action.ts';
import { ActionsProvider, useActions } from './actions.tsx';
import { useSettings } from '../base/settings.ts';

// Headless UI's dialog watches its size, which jsdom does not know.
vi.stubGlobal(
  'ResizeObserver',
  class {
    observe() {}
    unobserve() {}
    disconnect() {}
  },
);

afterEach(cleanup);

function Screen({ actions, children }: { readonly actions: readonly Action[]; readonly children?: React.ReactNode }) {
  useActions(actions);
  return <div>{children}</div>;
}

const press = (key: string, more: object = {}) =>
  fireEvent.keyDown(document.activeElement ?? document.body, { key, ...more });

describe('keys', () => {
  it('run the actions of the screen that is shown', () => {
    const turn = vi.fn();
    const { unmount } = render(
      <ActionsProvider>
        <Screen actions={[{ id: 't', title: 'Turn over', keys: 'T', run: turn }]} />
      </ActionsProvider>,
    );
    press('t');
    press('T');
    expect(turn).toHaveBeenCalledTimes(2);
    unmount();
    press('t');
    expect(turn).toHaveBeenCalledTimes(2);
  });

  it('know chords, arrows, alternatives and the space bar', () => {
    const run = vi.fn();
    const action = (keys: string): Action => ({ id: keys, title: keys, keys, run: () => run(keys) });
    render(
      <ActionsProvider>
        <Screen actions={['Ctrl Z', 'Ctrl Shift Z or Ctrl Y', 'Alt →', '←', 'Space', 'Del'].map(action)} />
      </ActionsProvider>,
    );
    press('z', { ctrlKey: true });
    press('z', { metaKey: true, shiftKey: true });
    press('y', { ctrlKey: true });
    press('ArrowRight', { altKey: true });
    press('ArrowLeft');
    press(' ');
    press('Delete');
    press('x');
    expect(run.mock.calls.flat()).toEqual([
      'Ctrl Z',
      'Ctrl Shift Z or Ctrl Y',
      'Ctrl Shift Z or Ctrl Y',
      'Alt →',
      '←',
      'Space',
      'Del',
    ]);
  });

  it('leave a maker who is typing alone', () => {
    const run = vi.fn();
    render(
      <ActionsProvider>
        <Screen actions={[{ id: 'n', title: 'New', keys: 'N', run }]}>
          <input aria-label="Title" />
        </Screen>
      </ActionsProvider>,
    );
    screen.getByLabelText('Title').focus();
    press('n');
    expect(run).not.toHaveBeenCalled();
  });

  it('leave the space bar to what it ticks', () => {
    const run = vi.fn();
    render(
      <ActionsProvider>
        <Screen actions={[{ id: 'on', title: 'Go on', keys: 'Space', run }]}>
          <input type="checkbox" aria-label="Made" />
        </Screen>
      </ActionsProvider>,
    );
    press(' ');
    screen.getByLabelText('Made').focus();
    press(' ');
    expect(run).toHaveBeenCalledTimes(1);
  });

  it('do nothing where an action is not to be had, and the inner screen goes before the outer', () => {
    const [outer, inner] = [vi.fn(), vi.fn()];
    render(
      <ActionsProvider>
        <Screen actions={[{ id: 'a', title: 'Outer', keys: 'A', run: outer }]}>
          <Screen actions={[{ id: 'a2', title: 'Inner', keys: 'A', run: inner, enabled: false }]} />
        </Screen>
      </ActionsProvider>,
    );
    press('a');
    expect([outer.mock.calls.length, inner.mock.calls.length]).toEqual([1, 0]);
  });

  it('switch the unit everywhere and show their own sheet', async () => {
    render(
      <ActionsProvider>
        <Screen actions={[{ id: 't', title: 'Turn the sheet over', keys: 'T', run: () => undefined }]} />
      </ActionsProvider>,
    );
    press('u');
    expect(useSettings.getState().unit).toBe('in');
    press('u');
    expect(useSettings.getState().unit).toBe('mm');
    press('?', { shiftKey: true });
    expect((await screen.findByRole('dialog')).textContent).toContain('Turn the sheet over');
  });

  it('match the beginnings of words, in any order', () => {
    expect(matchesWords('Turn the sheet over', 'over turn')).toBe(true);
    expect(matchesWords('Turn the sheet over', 'heet')).toBe(false);
    expect(matchesWords('Millimetres or inches', '')).toBe(true);
  });
});
