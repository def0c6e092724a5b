import { useMemo } from 'react';
import { useSettings } from '../base/settings.ts';

/** In which money prices are told; only their words change, never a price. */
export function CurrencyChoice() {
  const { currency, setCurrency } = useSettings();
  const names = useMemo(() => {
    const naming = new Intl.DisplayNames('en', { type: 'currency' });
    return Intl.supportedValuesOf('currency').map((code) => ({ code, name: `${code} ${naming.of(code) ?? ''}` }));
  }, []);
  return (
    <label className="inline-flex items-baseline gap-2">
      prices in
      <select
        className="entry max-w-44 py-0.5"
        value={currency ?? ''}
        onChange={({ target }) => setCurrency(target.value || null)}
      >
        <option value="">plain numbers</option>
        {names.map(({ code, name }) => (
          <option key={code} value={code}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
