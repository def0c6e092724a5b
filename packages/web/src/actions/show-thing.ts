/** How long a screen may take to show what was gone to. */
const MOST_MS = 5000;

const NAMED = 'input, select, textarea, button, a, summary, section, nav, h2, h3, h4, [role=radiogroup]';

/** What an element is called: by its label, or by what stands in it. */
function namesOf(element: Element): readonly string[] {
  const label = element.closest('label') ?? (element.id ? document.querySelector(`label[for="${element.id}"]`) : null);
  return [element.getAttribute('aria-label'), label?.textContent, element.textContent].flatMap((name) =>
    name ? [name.trim().replace(/\s+/g, ' ')] : [],
  );
}

/** The first thing on the screen whose name begins so. */
const thingNamed = (name: string): HTMLElement | undefined =>
  [...document.querySelectorAll<HTMLElement>(`main :is(${NAMED})`)].find((element) =>
    namesOf(element).some((one) => one.startsWith(name)),
  );

/** Goes to what is called so as soon as its screen shows it: into sight, and the keys with it. */
export function showThing(name: string): void {
  const until = performance.now() + MOST_MS;
  const look = (): void => {
    const found = thingNamed(name);
    if (!found) {
      if (performance.now() < until) requestAnimationFrame(look);
      return;
    }
    found.scrollIntoView({ block: 'center' });
    if (found.tabIndex < 0) found.tabIndex = -1;
    found.focus({ preventScroll: true });
  };
  requestAnimationFrame(look);
}
