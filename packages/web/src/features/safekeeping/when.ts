/** A moment as people say it: today by the clock, earlier by the day too. */
export function whenWords(iso: string, now = new Date()): string {
  const at = new Date(iso);
  const clock = at.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hour12: false });
  const days = Math.round((new Date(now).setHours(0, 0, 0, 0) - new Date(at).setHours(0, 0, 0, 0)) / 86_400_000);
  if (days === 0) return `Today, ${clock}`;
  if (days === 1) return `Yesterday, ${clock}`;
  return `${at.toLocaleDateString([], { weekday: 'short', day: 'numeric', month: 'long', year: 'numeric' })}, ${clock}`;
}
