const FOCUSABLE =
  'a[href], button:not([disabled]), input:not([disabled]), select:not([disabled]), textarea:not([disabled]), [tabindex="0"]';

/** Where the focus was: the element, and the way to it, what it stood in and its place among the children there, outwards. */
interface Place {
  readonly element: HTMLElement;
  readonly way: readonly { readonly outer: Element; readonly at: number }[];
}

function placeOf(element: HTMLElement): Place {
  const way: { outer: Element; at: number }[] = [];
  let inner: Element = element;
  for (let outer = element.parentElement; outer && outer !== document.body; outer = outer.parentElement) {
    way.push({ outer, at: [...outer.children].indexOf(inner) });
    if (outer.tagName === 'MAIN' || outer.tagName === 'ASIDE') break;
    inner = outer;
  }
  return { element, way };
}

/** The page itself takes the focus where nothing nearer is left. */
function toPage(): void {
  document.querySelector('main')?.focus({ preventScroll: true });
}

const takesFocus = (element: Element): element is HTMLElement =>
  element instanceof HTMLElement && element.matches(FOCUSABLE) && element.getClientRects().length > 0;

/** Follows the same way down from what is left of it: to the button of the next row that stands where the removed one's stood. */
function atTheSamePlace(way: Place['way'], from: number): HTMLElement | undefined {
  const met: Element[] = [];
  for (let level = from; level >= 0; level -= 1) {
    const { at = 0 } = way[level] ?? {};
    const inside: Element | undefined = met.at(-1) ?? way[from]?.outer;
    const next = inside?.children[Math.min(at, inside.children.length - 1)];
    if (!next) break;
    met.push(next);
  }
  for (const element of met.reverse()) {
    const found = takesFocus(element) ? element : [...element.querySelectorAll(FOCUSABLE)].find(takesFocus);
    if (found) return found;
  }
  return undefined;
}

/** What is nearest to where the focus was: what has taken its place, else what stands around it, else the page. */
function toNeighbour({ way }: Place): void {
  const from = way.findIndex(({ outer }) => outer.isConnected);
  const isPage = from === -1 || way[from]?.outer.tagName === 'MAIN';
  const around = way.slice(Math.max(0, from)).map(({ outer }) => [...outer.querySelectorAll(FOCUSABLE)].find(takesFocus));
  const found = isPage ? undefined : (atTheSamePlace(way, from) ?? around.find((one) => one !== undefined));
  if (found) found.focus({ preventScroll: true });
  else toPage();
}

let last: Place | null = null;

/** Gives the focus back to an element, or to what is nearest to where it was when it has gone meanwhile. */
export function returnFocus(element: Element | null): void {
  if (element instanceof HTMLElement && element.isConnected && element !== document.body) element.focus({ preventScroll: true });
  else if (last && !last.element.isConnected) toNeighbour(last);
  else toPage();
}

/**
 * Keeps the focus near where it was when what had it is taken away: a removed row, a button that has done its work, a page
 * that was left. Without it the Tab key would begin at the top again.
 */
export function keepFocus(): void {
  document.addEventListener('focusin', ({ target }) => {
    if (target instanceof HTMLElement && target.tagName !== 'MAIN') last = placeOf(target);
  });
  let asked = false;
  const look = () => {
    asked = false;
    // What opens or closes over the page has a way of its own.
    if (
      !last ||
      last.element.isConnected ||
      document.activeElement !== document.body ||
      document.querySelector('[role=dialog], [role=menu]')
    )
      return;
    const place = last;
    last = null;
    toNeighbour(place);
  };
  new MutationObserver(() => {
    if (asked || !last || last.element.isConnected) return;
    asked = true;
    // After those that move the focus themselves.
    requestAnimationFrame(look);
  }).observe(document.body, { childList: true, subtree: true });
}
