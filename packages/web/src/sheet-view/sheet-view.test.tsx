// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { planBook } from '@eight-up/core/forms/planned-book';
import { stepPlace } from '@eight-up/core/folding/step-place';
import { mm } from '@eight-up/core/units/nm';
import { pageNames } from '@eight-up/words/forms';
import { LineLegend } from './line-legend.tsx';
import { SheetView } from './sheet-view.tsx';
import { STEP_LIGHT } from './step-colours.ts';

afterEach(cleanup);

const made = planBook({ id: 'slit-book', parameters: {} }, { width: mm(297), height: mm(210), fibre: 'along-width' });
if (!made.ok) throw new Error(made.problem.code);
const plan = made.value;
const names = pageNames(plan.reading, 'cover-is-1');

const marks = () => [...document.querySelectorAll('svg text.measure')].map((text) => text.textContent);

describe('the flat sheet', () => {
  it('says in words how every page stands on it', () => {
    render(<SheetView plan={plan} names={names} />);
    expect(screen.getByRole('group', { name: 'Flat sheet, face A up' })).toBeTruthy();
    expect(screen.getAllByRole('img').map((panel) => panel.getAttribute('aria-label'))).toEqual([
      'face A, row 2, panel 4: page 1, head up',
      'face A, row 1, panel 4: page 2, upside down',
      'face A, row 1, panel 3: page 3, upside down',
      'face A, row 1, panel 2: page 4, upside down',
      'face A, row 1, panel 1: page 5, upside down',
      'face A, row 2, panel 1: page 6, head up',
      'face A, row 2, panel 2: page 7, head up',
      'face A, row 2, panel 3: page 8, head up',
    ]);
  });

  it('reads its marks from the left edge, whichever way it lies', () => {
    const { rerender } = render(<SheetView plan={plan} names={names} />);
    expect(marks()).toEqual(['74.25', '148.5', '222.75']);
    rerender(<SheetView plan={plan} names={names} turns={1} />);
    expect(marks()).toEqual(['105']);
  });

  it('tells which page is pointed at, and chooses by mouse and keyboard', () => {
    const [onPoint, onChoose] = [vi.fn(), vi.fn()];
    render(<SheetView plan={plan} names={names} onPoint={onPoint} onChoose={onChoose} lit={2} />);
    const third = screen.getByRole('button', { name: /page 3,/ });
    expect(third.getAttribute('aria-pressed')).toBe('true');
    fireEvent.pointerEnter(third);
    fireEvent.pointerLeave(third);
    expect(onPoint.mock.calls).toEqual([[2], [undefined]]);
    fireEvent.click(screen.getByRole('button', { name: /page 5,/ }));
    fireEvent.keyDown(screen.getByRole('button', { name: /page 8,/ }), { key: 'Enter' });
    expect(onChoose.mock.calls).toEqual([[4], [7]]);
  });

  it('turned over shows no pages, and its fibres still', () => {
    render(<SheetView plan={plan} names={names} turnedOver />);
    expect(screen.getByRole('group', { name: 'Flat sheet, face B up' })).toBeTruthy();
    expect(screen.queryAllByRole('img')).toEqual([]);
    expect(document.querySelector('path[stroke="#8d8a7c"]')).not.toBeNull();
  });
});

describe('a step of folding', () => {
  const lit = (name: string) => {
    const step = plan.run.steps.findIndex((one) => one.purpose === name);
    render(<SheetView plan={plan} names={names} step={stepPlace(plan.run, step)} />);
    const bands = [...screen.getByTestId('step-light').querySelectorAll('polyline[stroke-opacity="0.6"]')];
    return bands.map((band) => [band.getAttribute('points'), band.getAttribute('stroke')]);
  };

  it('lights the crease that it folds, panel by panel', () => {
    expect(lit('halve').map(([points]) => points)).toEqual(['148.5,0 148.5,105', '148.5,105 148.5,210']);
  });

  it('lights the slit in the colour of the blade', () => {
    expect(lit('slit-middle')).toEqual([['74.25,105 222.75,105', STEP_LIGHT.cut]]);
  });
});

describe('the legend', () => {
  it('names just the lines that the sheet has', () => {
    render(<LineLegend plan={plan} />);
    expect(screen.getAllByRole('listitem').map((item) => item.textContent)).toEqual([
      'mountain',
      'slit, stop to stop',
      'valley',
    ]);
  });
});
