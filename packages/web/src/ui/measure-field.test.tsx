// @vitest-environment jsdom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { inch, mm } from '@eight-up/core/units/nm';
import { useSettings } from '../base/settings.ts';
import { MeasureField } from './measure-field.tsx';

afterEach(() => {
  cleanup();
  useSettings.setState({ unit: 'mm' });
});

const setUp = (value = mm(210)) => {
  const onChange = vi.fn();
  render(<MeasureField label="Width" value={value} onChange={onChange} />);
  const field = screen.getByLabelText<HTMLInputElement>('Width');
  const type = (text: string, then: 'Enter' | 'blur' | 'Escape' = 'Enter') => {
    fireEvent.change(field, { target: { value: text } });
    if (then === 'blur') fireEvent.blur(field);
    else fireEvent.keyDown(field, { key: then });
  };
  return { field, onChange, type };
};

describe('a length to type', () => {
  it('is shown in the unit in use, and switches words without changing the length', () => {
    const { field, onChange } = setUp(inch(8.5));
    expect(field.value).toBe('215.9 mm');
    act(() => useSettings.getState().switchUnit());
    expect(field.value).toBe('8 1⁄2 in');
    expect(onChange).not.toHaveBeenCalled();
  });

  it.each([
    ['21cm', mm(210), 'mm'],
    ['8 1/2in', inch(8.5), 'in'],
    ['148,5', mm(148.5), 'mm'],
  ])('takes “%s”', (text, expected, typedIn) => {
    const { onChange, type } = setUp(mm(100));
    type(text);
    expect(onChange).toHaveBeenCalledWith(expected, typedIn);
  });

  it('settles when the field is left', () => {
    const { onChange, type } = setUp();
    type('300', 'blur');
    expect(onChange).toHaveBeenCalledWith(mm(300), 'mm');
  });

  it('keeps what is no length, says so, and forgives it', () => {
    const { field, onChange, type } = setUp();
    type('wide');
    expect(onChange).not.toHaveBeenCalled();
    expect(field.value).toBe('wide');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByRole('alert').textContent).toContain('Not a length');
    type('210 mm');
    expect(screen.queryByRole('alert')).toBeNull();
    expect(field.value).toBe('210 mm');
  });

  it('goes back to what was on Escape', () => {
    const { field, onChange, type } = setUp();
    type('3', 'Escape');
    expect(field.value).toBe('210 mm');
    expect(onChange).not.toHaveBeenCalled();
  });
});
