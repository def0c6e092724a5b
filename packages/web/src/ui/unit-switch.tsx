import { useSettings } from '../base/settings.ts';

/** The unit in use; pressing it takes the other. Only words change, never a length. */
export function UnitSwitch() {
  const { unit, switchUnit } = useSettings();
  return (
    <button
      type="button"
      onClick={switchUnit}
      className="measure border-b-2 border-choose font-semibold text-choose hover:text-ink"
      aria-label={unit === 'mm' ? 'mm: switch to inches' : 'inches: switch to millimetres'}
    >
      {unit === 'mm' ? 'mm' : 'inches'}
    </button>
  );
}
